<!-- A sentence with one blank: what is known is typed, the blank is filled as one types. -->
<script lang="ts">
	import {
		addMonths,
		dueDatesUntil,
		endOfMonth,
		monthsBetween,
		type CalendarDate
	} from '$lib/core/calendar';
	import { ZERO, type Cents } from '$lib/core/money';
	import {
		balanceFor,
		extraFor,
		paymentBetween,
		paymentFor,
		periodsFor,
		rateFor
	} from '$lib/core/solve';
	import { heldTerms, knownOf, type StatedDebt, type ThreeWays } from '$lib/core/ways';
	import type { DebtEntry } from '$lib/formats/case-document';
	import { readCount } from '$lib/formats/count-text';
	import { readMonth, writeMonth } from '$lib/formats/date-text';
	import type { Currency } from '$lib/formats/money-text';
	import {
		affordAnswered,
		extraAnswered,
		paidAnswered,
		paymentAnswered,
		QUESTIONS,
		rateAnswered,
		timeAnswered,
		type Answered,
		type QuestionId
	} from '$lib/formats/question-text';
	import Choice from '$lib/ui/Choice.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { untrack } from 'svelte';
	import { moneyText } from '../../debt-fields';

	interface Props {
		stated: StatedDebt;
		ways: ThreeWays;
		currency: Currency;
		/** The other debts of the case that end when paid as held, and when. */
		others: readonly { readonly id: string; readonly name: string; readonly ends: CalendarDate }[];
		onuse: (field: string, fields: Partial<DebtEntry>) => void;
	}
	const { stated, ways, currency, others, onuse }: Props = $props();

	const firstPayment = untrack(() => ways.held.run.firstPayment);
	let question = $state<QuestionId>('payment');
	let by = $state<CalendarDate>(untrack(() => addMonths(stated.asOf, 24)));
	let payment = $state<Cents>(firstPayment);
	let count = $state(36);
	let before = $state<Cents>(untrack(() => stated.balance));
	let after = $state<Cents>(untrack(() => stated.balance));
	let since = $state<CalendarDate>(untrack(() => addMonths(stated.asOf, -24)));
	let until = $state<CalendarDate>(untrack(() => stated.asOf));
	let otherId = $state<string>('');

	const known = $derived(knownOf(stated));
	const money = $derived(moneyText(currency));
	const month = { read: readMonth, write: writeMonth };
	const counted = { read: readCount, write: (value: number) => String(value) };
	const other = $derived(others.find(({ id }) => id === otherId) ?? others[0]);

	/** The answer, and what “Use it” would write into the debt. */
	interface Solved {
		readonly answered: Answered;
		readonly use?: { readonly field: string; readonly fields: Partial<DebtEntry> };
	}

	const solved = $derived.by((): Solved => {
		switch (question) {
			case 'payment': {
				const periods = dueDatesUntil(stated.firstDue, endOfMonth(by));
				if (periods === 0) return none('No payment is due by then.');
				const answer = paymentFor(known, periods);
				return {
					answered: paymentAnswered(answer, currency),
					use: { field: 'amount held', fields: { held: answer.smallest } }
				};
			}
			case 'time':
				return {
					answered: timeAnswered(periodsFor(known, payment), currency),
					use: { field: 'amount held', fields: { held: payment } }
				};
			case 'rate': {
				const answer = rateFor(stated.balance, payment, count, 12);
				const { annual } = answer;
				return {
					answered: rateAnswered(answer, stated.balance, currency),
					...(annual === null
						? {}
						: { use: { field: 'annual rate', fields: { annualRate: annual } } })
				};
			}
			case 'afford': {
				const answer = balanceFor(known, payment, count);
				return {
					answered: affordAnswered(answer, currency),
					use: { field: 'balance', fields: { balance: answer.balance } }
				};
			}
			case 'paid': {
				const months = monthsBetween(since, until);
				if (months < 1) return none('The second month must be later than the first.');
				const paid = paymentBetween(before, after, months, known.rate, 12);
				return {
					answered: paidAnswered(paid, months, stated.annualRate, currency),
					...(paid < 0 ? {} : { use: { field: 'amount held', fields: { held: paid } } })
				};
			}
			case 'extra': {
				if (!other) return none('No other debt of this case ends as it is paid now.');
				const periods = dueDatesUntil(stated.firstDue, endOfMonth(other.ends));
				if (periods === 0) return none(`Nothing is due by ${writeMonth(other.ends)}.`);
				const answer = extraFor(heldTerms(stated, ZERO), periods);
				return {
					answered: extraAnswered(answer, other.ends, currency),
					use: { field: 'extra payment', fields: { extra: answer.extra } }
				};
			}
		}
	});

	const none = (below: string): Solved => ({ answered: { blank: null, below } });
</script>

{#snippet blank()}<output aria-live="polite">{solved.answered.blank ?? '—'}</output>{/snippet}
{#snippet amount(label: string, value: Cents, take: (value: Cents) => void)}
	<span class="blank"
		><TypedField
			{label}
			{value}
			{...money}
			side="right"
			onchange={(typed) => typed !== null && take(typed)}
		/></span
	>
{/snippet}
{#snippet moment(label: string, value: CalendarDate, take: (value: CalendarDate) => void)}
	<span class="blank wide"
		><TypedField
			{label}
			{value}
			{...month}
			onchange={(typed) => typed !== null && take(typed)}
		/></span
	>
{/snippet}
{#snippet number()}
	<span class="blank short"
		><TypedField
			label="Number of payments"
			value={count}
			{...counted}
			side="right"
			onchange={(typed) => typed !== null && (count = typed)}
		/></span
	>
{/snippet}

<section aria-labelledby="backwards">
	<h2 id="backwards">Ask backwards</h2>
	<div class="which">
		<Choice
			label="Question"
			value={question}
			options={QUESTIONS}
			onchange={(value) => (question = value)}
		/>
	</div>
	<p class="sentence">
		{#if question === 'payment'}
			{@render blank()} a month pays it off by {@render moment(
				'Paid off by',
				by,
				(value) => (by = value)
			)}.
		{:else if question === 'time'}
			At {@render amount('Payment asked about', payment, (value) => (payment = value))} a month it takes
			{@render blank()}.
		{:else if question === 'rate'}
			Paying {@render amount('Payment asked about', payment, (value) => (payment = value))} for
			{@render number()} months, the rate must be {@render blank()}.
		{:else if question === 'afford'}
			{@render amount('Payment asked about', payment, (value) => (payment = value))} a month for
			{@render number()} months affords {@render blank()}.
		{:else if question === 'paid'}
			It was {@render amount('Earlier balance', before, (value) => (before = value))} in
			{@render moment('Earlier month', since, (value) => (since = value))} and
			{@render amount('Later balance', after, (value) => (after = value))} in
			{@render moment('Later month', until, (value) => (until = value))}, so {@render blank()} a month
			was paid.
		{:else}
			To end when
			{#if others.length > 0}
				<span class="blank wide"
					><Choice
						label="The other debt"
						value={other?.id ?? ''}
						options={others.map(({ id, name }) => ({ value: id, words: name }))}
						onchange={(value) => (otherId = value)}
					/></span
				>
			{:else}
				another one
			{/if}
			ends, add {@render blank()}.
		{/if}
	</p>
	<p class="below">{solved.answered.below}</p>
	{#if solved.use}
		{@const { field, fields } = solved.use}
		<button type="button" onclick={() => onuse(field, fields)}>Use it</button>
	{/if}
</section>

<style>
	section {
		margin-top: 18px;
	}

	h2 {
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	.which {
		border-top: 1px solid var(--row-line);
	}

	.which :global(select) {
		padding-left: 0;
	}

	.sentence {
		font: 400 17px/1.75 var(--serif);
	}

	output {
		font-weight: 640;
		white-space: nowrap;
		border-bottom: 2px solid var(--ink);
	}

	.blank {
		display: inline-block;
		width: 92px;
		vertical-align: middle;
	}

	.blank.wide {
		width: 144px;
	}

	.blank.short {
		width: 52px;
	}

	.blank :global(input),
	.blank :global(select) {
		height: 26px;
		border-bottom: 2px solid var(--act);
		background: var(--sheet);
		font: 600 16px/1 var(--serif);
	}

	.below {
		margin-top: 4px;
		color: var(--quiet);
		font-size: 13px;
		line-height: 1.35;
	}

	button {
		margin-top: 6px;
		color: var(--act);
		font-weight: 600;
	}
</style>
