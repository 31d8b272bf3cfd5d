<!-- A sentence with one blank: what is known is typed, the blank is filled as one types. -->
<script lang="ts">
	import {
		addMonths,
		dueDatesUntil,
		endOfMonth,
		monthsBetween,
		periodsInMonths,
		type CalendarDate
	} from '$lib/core/quantities/calendar';
	import { ZERO, type Cents } from '$lib/core/quantities/money';
	import { periodicFraction } from '$lib/core/debt/interest/all-ways';
	import {
		balanceFor,
		extraFor,
		isPlain,
		paymentBetween,
		paymentFor,
		periodsFor,
		rateFor
	} from '$lib/core/debt/solve';
	import { termsNow, wayTerms, type StatedDebt } from '$lib/core/debt/ways';
	import type { DebtEntry } from '$lib/document/debt';
	import { frequencyWords } from '$lib/words/amounts';
	import { paysInWords } from '$lib/words/fields';
	import { writeMoney, writePercent } from '$lib/reading/written';
	import type { Writing } from '$lib/reading/writing';
	import {
		affordAnswered,
		extraAnswered,
		paidAnswered,
		paymentAnswered,
		questions,
		rateAnswered,
		useInWords,
		timeAnswered,
		unanswered,
		type Answered,
		type QuestionId
	} from '$lib/words/questions';
	import type { WrittenWorking } from '$lib/words/debt-working';
	import Choice from '$lib/ui/Choice.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { untrack } from 'svelte';
	import { countText, moneyText, monthText } from '../../debt-fields';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		debt: DebtEntry;
		stated: StatedDebt;
		/** What is paid first, as a payment to begin asking with. */
		firstPayment: Cents;
		writing: Writing;
		/** The other debts of the case that end as they are paid, and when. */
		others: readonly { readonly id: string; readonly name: string; readonly ends: CalendarDate }[];
		onuse: (field: string, fields: Partial<DebtEntry>) => void;
		onwork: (working: WrittenWorking, element: HTMLElement) => void;
	}
	const { debt, stated, firstPayment, writing, others, onuse, onwork }: Props = $props();

	const start = $derived(stated.known.asOf ?? stated.known.firstDue);
	let chosen = $state<QuestionId>('payment');
	const question = $derived(
		questions(debt, writing).some(({ value }) => value === chosen) ? chosen : 'payment'
	);
	let by = $state<CalendarDate>(untrack(() => addMonths(start, 24)));
	let payment = $state<Cents>(untrack(() => firstPayment));
	let count = $state(36);
	let before = $state<Cents>(untrack(() => stated.known.opening));
	let after = $state<Cents>(untrack(() => stated.known.opening));
	let since = $state<CalendarDate>(untrack(() => addMonths(start, -24)));
	let until = $state<CalendarDate>(untrack(() => start));
	let otherId = $state<string>('');

	/** The debt as it is, with everything that happens to it and is switched on. */
	const known = $derived(termsNow(stated));
	const plain = $derived(isPlain(known));
	const { paymentsPerYear } = $derived(stated.known);
	const { per } = $derived(frequencyWords(writing, paymentsPerYear));
	const money = $derived(moneyText(writing));
	const other = $derived(others.find(({ id }) => id === otherId) ?? others[0]);
	const dueBy = (month: CalendarDate) =>
		dueDatesUntil(known.firstDue, endOfMonth(month), paymentsPerYear);

	/** The answer, and what “Use it” would write into the debt. */
	interface Solved {
		readonly answered: Answered;
		readonly use?: {
			readonly field: string;
			readonly fields: Partial<DebtEntry>;
			/** What it changes, said beforehand. */
			readonly changes: string;
		};
	}

	/** The debt paid with one amount; what happens to it over time stays as it is. */
	function held(amount: Cents): NonNullable<Solved['use']> {
		const pays = { kind: 'fixed', amount, paymentsPerYear: null } as const;
		const changes = useInWords(
			'paid',
			`${writeMoney(amount, writing)} ${per}`,
			paysInWords(debt, writing),
			writing
		);
		return { field: 'payment', fields: { pays }, changes };
	}

	const solved = $derived.by((): Solved => {
		switch (question) {
			case 'payment': {
				const periods = dueBy(by);
				if (periods === 0) return none(unanswered('nothing due', writing));
				const answer = paymentFor(known, periods);
				return {
					answered: paymentAnswered(answer, { balance: known.opening, plain }, writing),
					...(answer.smallest ? { use: held(answer.smallest.amount) } : {})
				};
			}
			case 'time':
				return {
					answered: timeAnswered(periodsFor(known, payment), payment, writing),
					use: held(payment)
				};
			case 'rate': {
				const answer = rateFor(known, payment, count);
				const { annual } = answer;
				const asked = { balance: known.opening, payment, periods: count, plain };
				return {
					answered: rateAnswered(answer, asked, writing),
					...(annual === null
						? {}
						: {
								use: {
									field: t('annual rate'),
									fields: { annualRate: annual },
									changes: useInWords(
										'rate',
										writePercent(annual, writing),
										writePercent(known.rate.annual, writing),
										writing
									)
								}
							})
				};
			}
			case 'afford': {
				const answer = balanceFor(known, payment, count);
				return {
					answered: affordAnswered(answer, writing),
					use: {
						field: 'balance',
						fields: { balance: answer.balance },
						changes: useInWords(
							'balance',
							writeMoney(answer.balance, writing),
							writeMoney(known.opening, writing),
							writing
						)
					}
				};
			}
			case 'paid': {
				const months = monthsBetween(since, until);
				const periods = periodsInMonths(months, paymentsPerYear);
				if (periods < 1) return none(unanswered('months swapped', writing));
				const { rate } = known;
				const paid = paymentBetween(before, after, periods, rate, paymentsPerYear);
				const i = periodicFraction(rate, paymentsPerYear);
				const between = { before, after, months, periods, i };
				return {
					answered: paidAnswered(paid, between, rate.annual, writing),
					...(paid < 0 ? {} : { use: held(paid) })
				};
			}
			case 'extra': {
				if (!other) return none(unanswered('no other debt', writing));
				const periods = dueBy(other.ends);
				if (periods === 0) return none(unanswered('nothing due', writing));
				const answer = extraFor(wayTerms({ ...stated, extra: ZERO }, { kind: 'paid' }), periods);
				return {
					answered: extraAnswered(answer, other.ends, writing),
					...(answer === null || answer.extra === stated.extra
						? {}
						: {
								use: {
									field: t('extra payment'),
									fields: { extra: answer.extra },
									changes: useInWords(
										'extra',
										writeMoney(answer.extra, writing),
										writeMoney(stated.extra, writing),
										writing
									)
								}
							})
				};
			}
		}
	});

	const none = (below: string): Solved => ({ answered: { blank: null, below } });
</script>

{#snippet blank()}
	{@const { blank: text, working } = solved.answered}
	<output aria-live="polite"
		>{#if working && text !== null}<button
				type="button"
				class="opens"
				onclick={(event) => onwork(working, event.currentTarget)}>{text}</button
			>{:else}{text ?? '—'}{/if}</output
	>
{/snippet}
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
			{...monthText(writing)}
			onchange={(typed) => typed !== null && take(typed)}
		/></span
	>
{/snippet}
{#snippet number()}
	<span class="blank short"
		><TypedField
			label={t('Number of payments')}
			value={count}
			{...countText(writing)}
			side="right"
			onchange={(typed) => typed !== null && (count = typed)}
		/></span
	>
{/snippet}

<section aria-labelledby="backwards">
	<h2 id="backwards">{t('Solve for …')}</h2>
	<div class="which">
		<Choice
			label={t('Question')}
			value={question}
			options={questions(debt, writing)}
			onchange={(value) => (chosen = value)}
		/>
	</div>
	<p class="sentence">
		{#if question === 'payment'}
			{@render blank()}
			{t('{per} pays it off by', { per })}
			{@render moment(t('Paid off by'), by, (value) => (by = value))}.
		{:else if question === 'time'}
			{t('At')}
			{@render amount(t('Payment to try'), payment, (value) => (payment = value))}
			{t('{per} it takes', { per, endless: solved.answered.endless ? 'yes' : 'no' })}
			{@render blank()}.
		{:else if question === 'rate'}
			{t('Paying')}
			{@render amount(t('Payment to try'), payment, (value) => (payment = value))}
			{t('for')}
			{@render number()}
			{t('payments, the rate would have to be')}
			{@render blank()}.
		{:else if question === 'afford'}
			{@render amount(t('Payment to try'), payment, (value) => (payment = value))}
			{t('{per} for', { per })}
			{@render number()}
			{t('payments pays off')}
			{@render blank()}.
		{:else if question === 'paid'}
			{t('It was')}
			{@render amount(t('Earlier balance'), before, (value) => (before = value))}
			{t('in (a month)')}
			{@render moment(t('Earlier month'), since, (value) => (since = value))}
			{t('and')}
			{@render amount(t('Later balance'), after, (value) => (after = value))}
			{t('in (a month)')}
			{@render moment(t('Later month'), until, (value) => (until = value))}{t(', so')}
			{@render blank()}
			{t('{per} was paid', { per })}
		{:else}
			{t('To finish together with')}
			{#if others.length > 0}
				<span class="blank wide"
					><Choice
						label={t('The other debt')}
						value={other?.id ?? ''}
						options={others.map(({ id, name }) => ({ value: id, words: name }))}
						onchange={(value) => (otherId = value)}
					/></span
				>
			{:else}
				{t('another debt')}
			{/if}
			{t(', add')}
			{@render blank()}.
		{/if}
	</p>
	<p class="below">{solved.answered.below}</p>
	{#if solved.use}
		{@const { field, fields, changes } = solved.use}
		<p class="below">
			<button type="button" class="use" onclick={() => onuse(field, fields)}>{t('Use this')}</button
			>
			{changes}
		</p>
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
		padding-inline-start: 0;
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

	.opens {
		font-weight: inherit;
	}

	.use {
		margin-inline-end: 6px;
		color: var(--act);
		font-size: 15px;
		font-weight: 600;
	}
</style>
