<!-- How the lender charges interest: folded away, with what is set said in one line; each setting with its help. -->
<script lang="ts">
	import type { PaymentsPerYear } from '$lib/core/quantities/calendar';
	import { BASES, basisFields, basisSaid, chargedBy } from '$lib/core/debt/interest/all-ways';
	import { saidIn, settingsOf, withField } from '$lib/core/debt/rules/asked';
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
		{ value: 'arrears', words: 'in arrears' },
		{ value: 'advance', words: 'in advance' }
	] as const;
	const ROUNDINGS = [
		{ value: 'cent', words: 'to the cent' },
		{ value: 'none', words: 'not at all' }
	] as const;

	const lend = (fields: Partial<LendingEntry>) =>
		onchange('how interest is charged', { lending: { ...lending, ...fields } });
</script>

<Folded title="How interest is charged" {line}>
	<span class="name">Payments are due</span>
	<Choice
		label="How often a payment is due"
		value={String(lending.paymentsPerYear)}
		options={frequencyChoices(writing)}
		onchange={(often) => lend({ paymentsPerYear: Number(often) as PaymentsPerYear })}
	/>
	<p>How many payments a year the contract has: 26 for every second Friday.</p>

	<span class="name">Basis</span>
	<Choice
		label="Basis of interest"
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

	<span class="name">A payment is due</span>
	<Choice
		label="When a payment is due"
		value={lending.timing}
		options={TIMINGS}
		onchange={(timing) =>
			onchange('when a payment is due', {
				lending: { ...lending, timing },
				// There is no interest yet that could be paid alone.
				...(timing === 'advance' ? { interestOnly: 0 } : {})
			})}
	/>
	<p>
		In arrears: at the end of its period. In advance, as with a lease: the first payment bears no
		interest.
	</p>

	<span class="name">Interest is rounded</span>
	<Choice
		label="How interest is rounded"
		value={lending.interestRounding}
		options={ROUNDINGS}
		onchange={(interestRounding) => lend({ interestRounding })}
	/>
	<p>To the cent is what a lender can charge; not at all matches a sheet made by hand.</p>

	<span class="name">Paid in full up to</span>
	<TypedField
		label="Balance that is paid in full"
		value={lending.clearBelow === ZERO ? null : lending.clearBelow}
		{...money}
		optional
		side="right"
		placeholder="no such rule"
		onchange={(amount) => lend({ clearBelow: amount ?? ZERO })}
	/>
	<p>{paidInFullHelp(writing)}</p>

	{#if lending.timing === 'arrears'}
		<span class="name">Interest alone at first</span>
		<TypedField
			label="Payments of interest alone"
			value={debt.interestOnly === 0 ? null : debt.interestOnly}
			{...countText(writing)}
			optional
			side="right"
			placeholder="none"
			onchange={(count) => onchange('payments of interest alone', { interestOnly: count ?? 0 })}
		/>
		<p>So many payments cover the interest and no more; then the minimum payment begins.</p>
	{/if}

	{#each settingsOf(debt.asked) as [name, field] (name)}
		<span class="name">{fieldSetting(name, writing)}</span>
		<TermField
			{name}
			{field}
			value={saidIn(debt.asked, name)}
			{writing}
			onchange={(value) => onchange('minimum', { asked: withField(debt.asked, name, value) })}
		/>
		<p>{fieldHelp(name, writing)}</p>
	{/each}
</Folded>
