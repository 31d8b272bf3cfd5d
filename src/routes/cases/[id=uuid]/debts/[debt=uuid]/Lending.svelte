<!-- How the lender charges interest: folded away, with what is set said in one line; each setting with its help. -->
<script lang="ts">
	import type { PaymentsPerYear } from '$lib/core/quantities/calendar';
	import { settingsOf } from '$lib/core/debt/rules/asked';
	import { ZERO } from '$lib/core/quantities/money';
	import type { DebtEntry, LendingEntry } from '$lib/document/debt';
	import { frequencyChoices } from '$lib/words/amounts';
	import { lendingInWords, termInWords } from '$lib/words/debt';
	import { fieldHelp, fieldSetting } from '$lib/messages/rules';
	import { basisHelp, compoundingHelp, paidInFullHelp } from '$lib/words/lending';
	import type { Writing } from '$lib/reading/writing';
	import Folded from './Folded.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import AskedField from '../../AskedField.svelte';
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

	const BASES = [
		{ value: 'nominal', words: 'nominal' },
		{ value: 'effective', words: 'effective' },
		{ value: 'daily', words: 'by the day' },
		{ value: 'daily-compounded', words: 'by the day, compounded' }
	] as const;
	const DAY_YEARS = [
		{ value: '365', words: '365 days' },
		{ value: '360', words: '360 days' },
		{ value: 'actual', words: 'as many as it has' }
	] as const;
	/** How often nominal interest is compounded; 0: with each payment. */
	const COMPOUNDINGS = [
		{ value: '0', words: 'with each payment' },
		{ value: '365', words: 'daily' },
		{ value: '12', words: 'monthly' },
		{ value: '4', words: 'quarterly' },
		{ value: '2', words: 'half-yearly' },
		{ value: '1', words: 'yearly' }
	];
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

	function turn(basis: LendingEntry['interest']['basis']): void {
		if (basis === 'nominal') lend({ interest: { basis, compoundsPerYear: null } });
		else if (basis === 'effective') lend({ interest: { basis } });
		else {
			const dayYear = 'dayYear' in interest ? interest.dayYear : 365;
			lend({ interest: { basis, dayYear } });
		}
	}

	function countDays(year: (typeof DAY_YEARS)[number]['value']): void {
		if (!('dayYear' in interest)) return;
		const dayYear = year === 'actual' ? year : year === '360' ? 360 : 365;
		lend({ interest: { ...interest, dayYear } });
	}

	function compound(times: string): void {
		const compoundsPerYear = times === '0' ? null : Number(times);
		lend({ interest: { basis: 'nominal', compoundsPerYear } });
	}
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
	<Choice label="Basis of interest" value={interest.basis} options={BASES} onchange={turn} />
	<p>{basisHelp(lending, writing)}</p>

	{#if interest.basis === 'nominal'}
		<span class="name">Compounded</span>
		<Choice
			label="How often interest is compounded"
			value={String(interest.compoundsPerYear ?? 0)}
			options={COMPOUNDINGS}
			onchange={compound}
		/>
		<p>{compoundingHelp(writing)}</p>
	{:else if 'dayYear' in interest}
		<span class="name">A year has</span>
		<Choice
			label="The days of a year"
			value={interest.dayYear === 'actual' ? 'actual' : interest.dayYear === 360 ? '360' : '365'}
			options={DAY_YEARS}
			onchange={countDays}
		/>
		<p>What a day’s share is taken of: of 360 days, a year’s interest is that of 365 ÷ 360.</p>
	{/if}

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
		<AskedField
			asked={debt.asked}
			{name}
			{field}
			{writing}
			onchange={(asked) => onchange('minimum', { asked })}
		/>
		<p>{fieldHelp(name, writing)}</p>
	{/each}
</Folded>
