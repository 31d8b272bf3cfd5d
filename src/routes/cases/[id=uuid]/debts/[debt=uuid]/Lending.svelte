<!-- How the creditor charges interest: folded away, with what is set said in one line; each setting with its help. -->
<script lang="ts">
	import type { PaymentsPerYear } from '$lib/core/quantities/calendar';
	import { BASES, basisFields, basisSaid, chargedBy } from '$lib/core/debt/interest/all-ways';
	import { saidIn, settingsOf, withField } from '$lib/core/debt/rules/all-forms';
	import { ZERO } from '$lib/core/quantities/money';
	import type { DebtEntry, LendingEntry } from '$lib/document/debt';
	import { frequencyChoices } from '$lib/words/amounts';
	import { lendingInWords, termInWords } from '$lib/words/debt';
	import { basisName, fieldHelp, fieldSetting } from '$lib/messages/terms';
	import { basisFieldHelp, basisHelp, paidInFullHelp } from '$lib/words/lending';
	import type { Writing } from '$lib/reading/writing';
	import Folded from './Folded.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import TermField from '../../TermField.svelte';
	import { countText, moneyText } from '../../debt-fields';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		debt: DebtEntry;
		writing: Writing;
		onchange: (field: string, fields: Partial<DebtEntry>) => void;
	}
	const { debt, writing, onchange }: Props = $props();

	const lending = $derived(debt.lending);
	const { interest } = $derived(lending);
	const money = $derived(moneyText(writing));
	const line = $derived(
		[lendingInWords(lending, writing), ...termInWords(debt, writing)].join('; ')
	);

	const bases = $derived(BASES.map((value) => ({ value, words: basisName(value, writing) })));
	const TIMINGS = [
		{ value: 'arrears', words: t('in arrears') },
		{ value: 'advance', words: t('in advance') }
	] as const;
	const ROUNDINGS = [
		{ value: 'cent', words: t('to the cent') },
		{ value: 'none', words: t('not rounded') }
	] as const;

	const lend = (fields: Partial<LendingEntry>) =>
		onchange(t('interest terms'), { lending: { ...lending, ...fields } });
</script>

<Folded title={t('Interest terms')} {line}>
	<span class="name">{t('Payments are due')}</span>
	<Choice
		label={t('Payment frequency')}
		value={String(lending.paymentsPerYear)}
		options={frequencyChoices(writing)}
		onchange={(often) => lend({ paymentsPerYear: Number(often) as PaymentsPerYear })}
	/>
	<p>{t('Payments a year under the contract: 26 …')}</p>

	<span class="name">{t('Interest method')}</span>
	<Choice
		label={t('Interest method')}
		value={interest.basis}
		options={bases}
		onchange={(basis) => lend({ interest: chargedBy(basis, { ...interest }) })}
	/>
	<p>{basisHelp(lending, writing)}</p>

	{#each basisFields(interest.basis) as [name, field] (name)}
		<span class="name">{fieldSetting(name, writing)}</span>
		<TermField
			{name}
			{field}
			value={basisSaid(interest, name)}
			{writing}
			onchange={(value) =>
				lend({ interest: chargedBy(interest.basis, { ...interest, [name]: value }) })}
		/>
		<p>{basisFieldHelp(name, writing)}</p>
	{/each}

	<span class="name">{t('Payments fall')}</span>
	<Choice
		label={t('Payment timing')}
		value={lending.timing}
		options={TIMINGS}
		onchange={(timing) =>
			onchange(t('payment timing'), {
				lending: { ...lending, timing },
				// There is no interest yet that could be paid alone.
				...(timing === 'advance' ? { interestOnly: 0 } : {})
			})}
	/>
	<p>
		{t('In arrears: at the end of each …')}
	</p>

	<span class="name">{t('Rounding')}</span>
	<Choice
		label={t('Rounding of interest')}
		value={lending.interestRounding}
		options={ROUNDINGS}
		onchange={(interestRounding) => lend({ interestRounding })}
	/>
	<p>{t('Creditors charge interest to the cent. Without …')}</p>

	<span class="name">{t('Pay off balances below')}</span>
	<TypedField
		label={t('Pay off balances below')}
		value={lending.clearBelow === ZERO ? null : lending.clearBelow}
		{...money}
		optional
		side="right"
		placeholder={t('no such rule')}
		onchange={(amount) => lend({ clearBelow: amount ?? ZERO })}
	/>
	<p>{paidInFullHelp(writing)}</p>

	{#if lending.timing === 'arrears'}
		<span class="name">{t('Interest-only payments')}</span>
		<TypedField
			label={t('Interest-only payments')}
			value={debt.interestOnly === 0 ? null : debt.interestOnly}
			{...countText(writing)}
			optional
			side="right"
			placeholder={t('none')}
			onchange={(count) => onchange(t('interest-only payments'), { interestOnly: count ?? 0 })}
		/>
		<p>{t('The first payments cover only the interest. …')}</p>
	{/if}

	{#each settingsOf(debt.required) as [name, field] (name)}
		<span class="name">{fieldSetting(name, writing)}</span>
		<TermField
			{name}
			{field}
			value={saidIn(debt.required, name)}
			{writing}
			onchange={(value) => onchange('minimum', { required: withField(debt.required, name, value) })}
		/>
		<p>{fieldHelp(name, writing)}</p>
	{/each}
</Folded>
