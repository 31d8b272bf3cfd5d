<!-- One creditor: what holds, since when and where it is known from, what lies ahead, and each of it to be changed. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { filled, needOf, type RuleEntry } from '$lib/core/debt/rules/all-forms';
	import { ZERO } from '$lib/core/quantities/money';
	import { creditorOn, type Creditor } from '$lib/document/creditors';
	import type {
		CreditorProfile,
		Held,
		ReferencePut,
		UsualAgreement,
		UsualLate
	} from '$lib/document/reference';
	import { currencyOf } from '$lib/reading/currencies';
	import type { Writing } from '$lib/reading/writing';
	import { writeDate } from '$lib/reading/written';
	import DatedForm from '$lib/ui/DatedForm.svelte';
	import {
		agreementInWords,
		heldInWords,
		lateTermsInWords,
		minimumInWords
	} from '$lib/words/usual-terms';
	import { kindWords } from '$lib/words/kinds';
	import RuleFields from '../cases/[id=uuid]/RuleFields.svelte';
	import AgreementFields from './AgreementFields.svelte';
	import History from './History.svelte';
	import LateFields from './LateFields.svelte';
	import ProfileFields from './ProfileFields.svelte';
	import { deskLanguage } from '$lib/messages/desk-language';
	import { t } from '$lib/words/labels/reference';

	interface Props {
		creditor: Creditor;
		today: CalendarDate;
		canEdit: boolean;
		/** Saves rows; why that was not possible, else null. */
		onput: (rows: ReferencePut[]) => Promise<string | null>;
		onremove: () => void;
	}
	const { creditor, today, canEdit, onput, onremove }: Props = $props();

	const profile = $derived(creditor.profile.content);
	const writing = $derived<Writing>({
		language: deskLanguage(),
		currency: currencyOf(profile.currency) ?? { code: profile.currency, digits: 2 }
	});
	const now = $derived(creditorOn(creditor, today));

	type Draft =
		| { readonly term: 'profile'; readonly content: CreditorProfile }
		| { readonly term: 'minimum'; readonly content: RuleEntry }
		| { readonly term: 'late'; readonly content: UsualLate }
		| { readonly term: 'agreement'; readonly content: UsualAgreement };
	/** What is being changed, and the row that it is about; null: a new one. */
	let draft = $state.raw<(Draft & { readonly of: Held<unknown> | null }) | null>(null);
	let problem = $state<string | null>(null);

	const NEW_LATE: UsualLate = {
		fee: ZERO,
		feeAgain: null,
		penaltyRate: null,
		after: 2,
		notice: 2,
		cure: 6
	};
	const NEW_AGREEMENT: UsualAgreement = {
		annualRate: null,
		payment: null,
		fee: ZERO,
		after: 1,
		conditions: ''
	};

	function open(next: Draft, of: Held<unknown> | null): void {
		draft = { ...next, of };
		problem = null;
	}

	const lacks = $derived.by((): string | null => {
		switch (draft?.term) {
			case 'profile':
				return draft.content.name.trim() === '' ? t('A creditor needs a name.') : null;
			case 'minimum':
				if (draft.content.kind === 'level') return t('An installment loan has its own payments.');
				return needOf(draft.content) === null ? null : t('Enter the percentage or the amount.');
			case 'agreement': {
				const { annualRate, payment } = draft.content;
				return annualRate === null && payment === null ? t('Enter a rate or a payment.') : null;
			}
			default:
				return null;
		}
	});

	async function save(holdsFrom: CalendarDate, knownFrom: string): Promise<void> {
		if (!draft) return;
		const { term, content } = draft;
		const row = { kind: 'creditor', subject: creditor.id, knownFrom } as const;
		problem = await onput([
			{ ...row, term, content, holdsFrom: term === 'profile' ? today : holdsFrom }
		]);
		if (problem === null) draft = null;
	}

	async function withdraw(term: string, { holdsFrom }: Held<unknown>): Promise<void> {
		const row = { kind: 'creditor', subject: creditor.id, term, holdsFrom } as const;
		problem = await onput([{ ...row, content: null, knownFrom: '' }]);
		if (problem === null) draft = null;
	}

	interface Section {
		readonly term: 'minimum' | 'late' | 'agreement';
		readonly title: string;
		readonly now: Held<unknown> | null;
		readonly all: readonly Held<unknown>[];
		readonly words: (content: never) => string;
		readonly begin: (content: unknown) => Draft;
	}
	const sections = $derived<readonly Section[]>([
		{
			term: 'minimum',
			title: t('Minimum payment'),
			now: now.minimum,
			all: creditor.minimum,
			words: (rule: RuleEntry) => minimumInWords(rule, writing),
			begin: (content) => ({
				term: 'minimum',
				content: (content ?? filled('percent')) as RuleEntry
			})
		},
		{
			term: 'late',
			title: t('Late payments'),
			now: now.late,
			all: creditor.late,
			words: (late: UsualLate) => lateTermsInWords(late, writing),
			begin: (content) => ({ term: 'late', content: (content ?? NEW_LATE) as UsualLate })
		},
		{
			term: 'agreement',
			title: t('Usual agreement'),
			now: now.agreement,
			all: creditor.agreement,
			words: (terms: UsualAgreement) => agreementInWords(terms, writing),
			begin: (content) => ({
				term: 'agreement',
				content: (content ?? NEW_AGREEMENT) as UsualAgreement
			})
		}
	]);
	const conditions = $derived(now.agreement?.content.conditions ?? '');
	const ahead = (section: Section) =>
		section.all.filter(({ holdsFrom }) => holdsFrom > today).toReversed();
</script>

{#snippet form(title: string)}
	{#if draft}
		{@const { of } = draft}
		<DatedForm
			{title}
			{today}
			holdsFrom={of?.holdsFrom ?? today}
			knownFrom={of?.knownFrom ?? ''}
			isDated={draft.term !== 'profile'}
			{lacks}
			{problem}
			onsave={save}
			oncancel={() => (draft = null)}
			onwithdraw={of && draft.term !== 'profile'
				? () => withdraw(draft?.term ?? '', of)
				: undefined}
		>
			{#if draft.term === 'profile'}
				<ProfileFields
					profile={draft.content}
					isNew={false}
					onchange={(content) => open({ term: 'profile', content }, of)}
				/>
			{:else if draft.term === 'minimum'}
				<span class="label">{t('Rule')}</span>
				<span class="several">
					<RuleFields
						required={draft.content}
						{writing}
						of={profile.name}
						onchange={(content) => open({ term: 'minimum', content }, of)}
					/>
				</span>
			{:else if draft.term === 'late'}
				<LateFields
					late={draft.content}
					{writing}
					onchange={(content) => open({ term: 'late', content }, of)}
				/>
			{:else}
				<AgreementFields
					terms={draft.content}
					{writing}
					onchange={(content) => open({ term: 'agreement', content }, of)}
				/>
			{/if}
		</DatedForm>
	{/if}
{/snippet}

{#snippet change(what: string, begin: () => void, words = t('Change'))}
	{#if canEdit}<button type="button" aria-label="{words}: {what}" onclick={begin}>{words}</button
		>{/if}
{/snippet}

<article aria-label={profile.name}>
	<header>
		<h2>{profile.name}</h2>
		{@render change(t('name and address of {name}', { name: profile.name }), () =>
			open({ term: 'profile', content: profile }, creditor.profile)
		)}
	</header>
	<p class="quiet">
		{kindWords(profile.kind, writing)}{#if profile.names.length > 0}&ensp;·&ensp;{t(
				'also {names}',
				{ names: profile.names.join(', ') }
			)}{/if}{#if profile.address.length > 0}&ensp;·&ensp;{profile.address.join(', ')}{/if}
	</p>
	{#if draft?.term === 'profile'}{@render form(t('Name and address'))}{/if}

	{#each sections as section (section.term)}
		<section>
			<h3>{section.title}</h3>
			{#if section.now}
				{@const { now: held } = section}
				<p>
					<span class="said">{section.words(held.content as never)}</span>
					<span class="quiet">{heldInWords(held, today, writing)}</span>
					{@render change(section.title, () => open(section.begin(held.content), held))}
					{@render change(
						section.title,
						() => open(section.begin(held.content), null),
						t('From another day')
					)}
				</p>
				{#if section.term === 'agreement' && conditions !== ''}
					<p class="quiet">{t('Conditions: {conditions}', { conditions })}</p>
				{/if}
			{:else}
				<p>
					<span class="quiet">{t('nothing recorded')}</span>
					{@render change(section.title, () => open(section.begin(null), null), t('Enter'))}
				</p>
			{/if}
			{#each ahead(section) as held (held.holdsFrom)}
				<p>
					<span class="said">{section.words(held.content as never)}</span>
					<span class="quiet">{heldInWords(held, today, writing)}</span>
					{@render change(`${section.title}, ${writeDate(held.holdsFrom, writing)}`, () =>
						open(section.begin(held.content), held)
					)}
				</p>
			{/each}
			{#if draft?.term === section.term}{@render form(section.title)}{/if}
		</section>
	{/each}

	<History subject={creditor.id} version={creditor.profile.version} {writing} />
	{#if canEdit}
		<p class="last">
			<button type="button" onclick={onremove}>{t('Remove this creditor')}</button>
		</p>
	{/if}
</article>

<style>
	header {
		display: flex;
		gap: 16px;
		align-items: baseline;
	}

	h2 {
		font: 600 22px/1.3 var(--serif);
		overflow-wrap: anywhere;
	}

	h3 {
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	section {
		padding: 10px 0 8px;
		border-top: 1px solid var(--row-line);
	}

	section:first-of-type {
		margin-top: 12px;
	}

	p {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 14px;
		align-items: baseline;
		margin: 2px 0;
	}

	p.quiet {
		display: block;
	}

	.said {
		font-variant-numeric: tabular-nums;
	}

	.quiet {
		color: var(--quiet);
		font-size: 14px;
	}

	button {
		color: var(--act);
		font-size: 14px;
		font-weight: 600;
	}

	.last {
		margin-top: 12px;
	}
</style>
