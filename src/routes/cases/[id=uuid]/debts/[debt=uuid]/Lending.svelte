<!-- How the lender reckons: folded away, with what is set said in one line; each setting with its help. -->
<script lang="ts">
	import type { PaymentsPerYear } from '$lib/core/calendar';
	import { ZERO } from '$lib/core/money';
	import type { DebtEntry, LendingEntry } from '$lib/formats/debt-document';
	import {
		BASES,
		COMPOUNDINGS,
		DAY_YEARS,
		FREQUENCY_CHOICES,
		lendingInWords,
		ROUNDINGS,
		TIMINGS
	} from '$lib/formats/lending-text';
	import type { Currency } from '$lib/formats/money-text';
	import { countOf } from '$lib/formats/sentence';
	import Choice from '$lib/ui/Choice.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { countText, moneyText } from '../../debt-fields';

	interface Props {
		debt: DebtEntry;
		currency: Currency;
		onchange: (field: string, fields: Partial<DebtEntry>) => void;
	}
	const { debt, currency, onchange }: Props = $props();

	const lending = $derived(debt.lending);
	const asked = $derived(debt.asked);
	const { interest } = $derived(lending);
	const money = $derived(moneyText(currency));
	const help = $derived(BASES.find(({ value }) => value === interest.basis)?.help ?? '');
	const line = $derived(
		[
			lendingInWords(lending, currency),
			...(debt.interestOnly > 0
				? [`the first ${countOf(debt.interestOnly, 'payment')} interest alone`]
				: []),
			...(asked.kind === 'level' && asked.atTerm === 'continue' ? ['goes on after the term'] : [])
		].join('; ')
	);

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

<details>
	<summary>
		<span class="name">How it is reckoned</span>
		<span class="line">{line}</span>
	</summary>
	<div class="settings">
		<span class="name">Payments are due</span>
		<Choice
			label="How often a payment is due"
			value={String(lending.paymentsPerYear)}
			options={FREQUENCY_CHOICES}
			onchange={(often) => lend({ paymentsPerYear: Number(often) as PaymentsPerYear })}
		/>
		<p>How many payments a year the contract has: 26 for every second Friday.</p>

		<span class="name">Interest is</span>
		<Choice
			label="How interest is charged"
			value={interest.basis}
			options={BASES}
			onchange={turn}
		/>
		<p>{help}</p>

		{#if interest.basis === 'nominal'}
			<span class="name">Compounded</span>
			<Choice
				label="How often interest is compounded"
				value={String(interest.compoundsPerYear ?? 0)}
				options={COMPOUNDINGS}
				onchange={compound}
			/>
			<p>
				How often interest is added to what bears interest: half-yearly, 12 % is 0.9759 % a month.
			</p>
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

		<span class="name">A payment comes</span>
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
		<p>In advance, as with a lease: the first payment bears no interest.</p>

		<span class="name">Interest is rounded</span>
		<Choice
			label="How interest is rounded"
			value={lending.interestRounding}
			options={ROUNDINGS}
			onchange={(interestRounding) => lend({ interestRounding })}
		/>
		<p>To the cent is what a lender can charge; not at all matches a sheet made by hand.</p>

		<span class="name">Paid whole below</span>
		<TypedField
			label="Balance that is paid whole"
			value={lending.clearBelow === ZERO ? null : lending.clearBelow}
			{...money}
			optional
			side="right"
			placeholder="no such rule"
			onchange={(amount) => lend({ clearBelow: amount ?? ZERO })}
		/>
		<p>A statement of so little or less is due at once: at 5.00, one of 3.20 is.</p>

		{#if lending.timing === 'arrears'}
			<span class="name">Interest alone at first</span>
			<TypedField
				label="Payments of interest alone"
				value={debt.interestOnly === 0 ? null : debt.interestOnly}
				{...countText}
				optional
				side="right"
				placeholder="none"
				onchange={(count) => onchange('payments of interest alone', { interestOnly: count ?? 0 })}
			/>
			<p>So many payments cover the interest and no more; then what is asked begins.</p>
		{/if}

		{#if asked.kind === 'percent' || asked.kind === 'interest-plus'}
			<span class="name">The percentage is of</span>
			<Choice
				label="What the percentage is of"
				value={asked.of}
				options={[
					{ value: 'statement', words: 'the statement' },
					{ value: 'opening', words: 'before interest' }
				]}
				onchange={(of) => onchange('minimum', { asked: { ...asked, of } })}
			/>
			<p>The statement has the period’s interest in it; some papers take the balance without it.</p>
			<span class="name">Fees on top</span>
			<Choice
				label="Whether fees are asked for on top"
				value={asked.plusFees ? 'yes' : 'no'}
				options={[
					{ value: 'no', words: 'no' },
					{ value: 'yes', words: 'yes, in full' }
				]}
				onchange={(choice) =>
					onchange('minimum', { asked: { ...asked, plusFees: choice === 'yes' } })}
			/>
			<p>Whether the minimum asks for a period’s fees in full, besides the percentage.</p>
		{:else if asked.kind === 'level' && asked.balloon === ZERO}
			<span class="name">At the term</span>
			<Choice
				label="What happens at the term"
				value={asked.atTerm}
				options={[
					{ value: 'settle', words: 'the rest is due' },
					{ value: 'continue', words: 'payments go on' }
				]}
				onchange={(atTerm) => onchange('minimum', { asked: { ...asked, atTerm } })}
			/>
			<p>After a missed payment, whether the last one settles all, or payments go on.</p>
		{/if}
	</div>
</details>

<style>
	details {
		border-top: 1px solid var(--row-line);
		border-bottom: 1px solid var(--row-line);
	}

	summary {
		display: grid;
		padding: 5px 0;
		cursor: pointer;
		list-style: none;
	}

	summary .name::after {
		content: ' ›';
		color: var(--act);
		font-weight: 600;
	}

	details[open] .name::after {
		content: '';
	}

	.line,
	p {
		color: var(--quiet);
		font-size: 12.5px;
		line-height: 1.3;
	}

	.settings {
		display: grid;
		grid-template-columns: 1fr 156px;
		align-items: center;
		padding-bottom: 6px;
	}

	.settings .name {
		padding-top: 4px;
		line-height: 1.15;
	}

	.settings :global(:is(input, select)) {
		font-weight: 600;
		text-align: right;
	}

	p {
		grid-column: 1 / 3;
		padding-bottom: 6px;
		border-bottom: 1px solid var(--row-line);
	}

	p:last-child {
		border-bottom: 0;
	}
</style>
