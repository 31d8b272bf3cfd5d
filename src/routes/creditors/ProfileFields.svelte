<!-- A creditor's name, its other names, and how it is written to. -->
<script lang="ts">
	import { DEBT_KINDS } from '$lib/core/plan/priority';
	import { LIMITS } from '$lib/core/quantities/limits';
	import type { CreditorProfile } from '$lib/document/reference';
	import { readAddress } from '$lib/reading/addresses';
	import { readLine, readName } from '$lib/reading/names';
	import { SCREEN } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import CurrencyField from '$lib/ui/CurrencyField.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { LANGUAGE_CHOICES } from '$lib/words/handout-settings';
	import { kindWords } from '$lib/words/kinds';
	import { t } from '$lib/words/labels/reference';

	interface Props {
		profile: CreditorProfile;
		/** Whether its name is typed first. */
		isNew: boolean;
		onchange: (profile: CreditorProfile) => void;
	}
	const { profile, isNew, onchange }: Props = $props();

	const kinds = DEBT_KINDS.map((value) => ({ value, words: kindWords(value, SCREEN) }));
	/** More names than fit in a line were never typed in one. */
	const LONGEST = 400;
	const put = (fields: Partial<CreditorProfile>) => onchange({ ...profile, ...fields });
	const listed = (text: string, mark: string | RegExp, most: number) =>
		text
			.split(mark)
			.map((one) => one.trim().slice(0, LIMITS.name))
			.filter((one) => one !== '')
			.slice(0, most);
</script>

<span class="label">{t('Name')}</span>
<TypedField
	label={t('Name of the creditor')}
	value={profile.name === '' ? null : profile.name}
	read={(typed) => readName(typed, SCREEN)}
	write={(text) => text}
	autofocus={isNew}
	optional
	onchange={(name) => put({ name: name ?? '' })}
/>
<span class="label">{t('Also known as')}</span>
<TypedField
	label={t('Other names')}
	value={profile.names.length === 0 ? null : profile.names.join('; ')}
	read={(typed) => readLine(typed, LONGEST, SCREEN)}
	write={(text) => text}
	optional
	placeholder={t('names on statements, parted by ;')}
	onchange={(text) => put({ names: listed(text ?? '', ';', LIMITS.creditorNames) })}
/>
<span class="label">{t('Kind')}</span>
<Choice
	label={t('Kind of creditor')}
	value={profile.kind}
	options={kinds}
	onchange={(kind) => put({ kind })}
/>
<span class="label">{t('Address')}</span>
<textarea
	aria-label={t('Address of the creditor')}
	rows="3"
	value={profile.address.join('\n')}
	onchange={(event) =>
		put({ address: listed(event.currentTarget.value, /\n/, LIMITS.addressLines) })}></textarea>
<span class="label">{t('Email')}</span>
<TypedField
	label={t('Email of the creditor')}
	value={profile.email === '' ? null : profile.email}
	read={(typed) => readAddress(typed, SCREEN)}
	write={(text) => text}
	optional
	placeholder={t('empty: it is written to on paper')}
	onchange={(email) => put({ email: email ?? '' })}
/>
<span class="label">{t('Written to in')}</span>
<span class="several">
	<Choice
		label={t('Language of letters')}
		value={profile.language}
		options={LANGUAGE_CHOICES}
		onchange={(language) => put({ language })}
	/>
	<CurrencyField
		label={t('Currency of its terms')}
		code={profile.currency}
		onchange={(currency) => put({ currency })}
	/>
</span>
