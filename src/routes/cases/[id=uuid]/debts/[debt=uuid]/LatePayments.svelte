<!-- What a missed payment costs, and where payments go: folded away, each with its help. -->
<script lang="ts">
	import { ALLOCATION_ORDERS } from '$lib/core/debt/account/policy';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { percent } from '$lib/core/quantities/rate';
	import { wholeUnits } from '$lib/core/quantities/money';
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import type { DebtEntry } from '$lib/document/debt';
	import { missedLast, withHistory, type LateHistory } from '$lib/document/late-history';
	import type { Writing } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { allocationInWords, lateInWords, orderWords } from '$lib/words/account';
	import { countText, dateText, moneyText, rateText } from '../../debt-fields';
	import Folded from './Folded.svelte';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		debt: DebtEntry;
		writing: Writing;
		asOf: CalendarDate;
		onchange: (field: string, fields: Partial<DebtEntry>) => void;
	}
	const { debt, writing, asOf, onchange }: Props = $props();

	const { late, allocation } = $derived(debt);
	const money = $derived(moneyText(writing));
	const most = LIMITS.latePeriods;
	const count = $derived(countText(writing, { least: 1, most }));
	const notice = $derived(countText(writing, { least: 0, most }));
	const orders = $derived(
		ALLOCATION_ORDERS.map((value) => ({ value, words: orderWords(value, writing) }))
	);

	type Late = NonNullable<DebtEntry['late']>;
	const write = (fields: Partial<Late>) => {
		if (late) onchange(t('late payments'), { late: { ...late, ...fields, assumed: false } });
	};

	/** What was missed before is known from a paper, and says nothing of the fees. */
	const remember = (fields: Partial<LateHistory>) => {
		if (late)
			onchange(t('missed payments'), { late: { ...late, history: withHistory(late, fields) } });
	};

	/** What a card in dollars usually costs; assumed, like the zero of any other, until somebody types it. */
	function begin(): void {
		const { currency } = writing;
		const isDollars = currency.code === 'USD';
		const units = (amount: number) => wholeUnits(isDollars ? amount : 0, currency.digits);
		onchange(t('late payments'), {
			late: {
				assumed: true,
				fee: units(30),
				feeAgain: isDollars ? units(41) : null,
				penaltyRate: isDollars ? percent(299_900) : null,
				after: 2,
				notice: 2,
				cure: 6,
				history: null
			}
		});
	}
</script>

<Folded title={t('Missed payments')} line={lateInWords(late, writing)}>
	{#if late}
		<span class="name">{t('Late fee')}</span>
		<TypedField
			label={t('Late fee')}
			value={late.fee}
			assumed={late.assumed}
			{...money}
			side="right"
			onchange={(fee) => fee !== null && write({ fee })}
		/>
		<p>{t('Charged on the first day of …')}</p>
		<span class="name">{t('Another within six payments')}</span>
		<TypedField
			label={t('Late fee of another missed payment')}
			value={late.feeAgain}
			assumed={late.assumed}
			{...money}
			optional
			side="right"
			placeholder={t('the same')}
			onchange={(feeAgain) => write({ feeAgain })}
		/>
		<span class="name">{t('Penalty rate')}</span>
		<TypedField
			label={t('Penalty rate')}
			value={late.penaltyRate}
			assumed={late.assumed}
			{...rateText(writing)}
			optional
			side="right"
			placeholder={t('none')}
			onchange={(penaltyRate) => write({ penaltyRate })}
		/>
		{#if late.penaltyRate !== null}
			<span class="name">{t('after missed payments')}</span>
			<TypedField
				label={t('Missed payments before the penalty rate')}
				value={late.after}
				{...count}
				side="right"
				onchange={(after) => after !== null && write({ after })}
			/>
			<span class="name">{t('payments of notice')}</span>
			<TypedField
				label={t('Payments of notice')}
				value={late.notice}
				{...notice}
				side="right"
				onchange={(payments) => payments !== null && write({ notice: payments })}
			/>
			<span class="name">{t('ends after payments on time')}</span>
			<TypedField
				label={t('Payments on time that end the penalty rate')}
				value={late.cure}
				{...count}
				side="right"
				onchange={(cure) => cure !== null && write({ cure })}
			/>
		{/if}
		<span class="name">{t('Past due')}</span>
		<TypedField
			label={t('Past due now')}
			value={debt.noted.pastDue}
			{...money}
			optional
			side="right"
			placeholder={t('nothing')}
			onchange={(pastDue) => onchange(t('past due'), { noted: { ...debt.noted, pastDue } })}
		/>
		<span class="name">{t('Missed before')}</span>
		<TypedField
			label={t('Payments missed before')}
			value={late.history?.missed.length ?? 0}
			{...notice}
			side="right"
			onchange={(count) => count !== null && remember({ missed: missedLast(debt, count) })}
		/>
		{#if late.penaltyRate !== null}
			<span class="name">{t('Penalty rate since')}</span>
			<TypedField
				label={t('Penalty rate since')}
				value={late.history?.penaltyFrom ?? null}
				{...dateText(asOf, writing)}
				optional
				side="right"
				placeholder={t('not in force')}
				onchange={(penaltyFrom) => remember({ penaltyFrom })}
			/>
			{#if late.history?.penaltyFrom}
				<span class="name">{t('On time since then')}</span>
				<TypedField
					label={t('Payments on time since then')}
					value={late.history.onTime}
					{...notice}
					side="right"
					onchange={(onTime) => onTime !== null && remember({ onTime })}
				/>
			{/if}
		{/if}
		<p>{t('The past-due amount is required with …')}</p>
		<p>
			<button type="button" onclick={() => onchange(t('late payments'), { late: null })}
				>{t('No fees for missed payments')}</button
			>
		</p>
	{:else}
		<p>
			{t('Without terms, a missed payment costs …')}
			<button type="button" onclick={begin}>{t('Enter late fees')}</button>
		</p>
	{/if}
</Folded>

{#if debt.balances.length > 0}
	<Folded title={t('Where payments go')} line={allocationInWords(allocation, writing)}>
		<span class="name">{t('The required minimum')}</span>
		<Choice
			label={t('The required minimum')}
			value={allocation.minimum}
			options={orders}
			onchange={(minimum) =>
				onchange(t('where payments go'), { allocation: { ...allocation, minimum } })}
		/>
		<span class="name">{t('What is paid above it')}</span>
		<Choice
			label={t('What is paid above it')}
			value={allocation.excess}
			options={orders}
			onchange={(excess) =>
				onchange(t('where payments go'), { allocation: { ...allocation, excess } })}
		/>
		<p>{t('Cards in the United States: the lowest …')}</p>
	</Folded>
{/if}

<style>
	button {
		color: var(--act);
		font-weight: 600;
	}
</style>
