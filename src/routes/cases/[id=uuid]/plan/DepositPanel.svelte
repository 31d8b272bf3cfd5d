<!-- One deposit: the client pays once a month, the agency pays the creditors out of it, for a fee by its schedule. -->
<script lang="ts">
	import { dateParts } from '$lib/core/quantities/calendar';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { ZERO } from '$lib/core/quantities/money';
	import { depositsOf, dueEarly, latestDay } from '$lib/core/plan/deposit';
	import type { PlanInHand } from '$lib/desk/plan-in-hand.svelte';
	import { agencyBook } from '$lib/desk/reference-book.svelte';
	import { agencyOn } from '$lib/document/agency';
	import type { CaseDocument } from '$lib/document/case';
	import { monthStart, type Programme } from '$lib/document/plan';
	import { same } from '$lib/document/same';
	import { readLine } from '$lib/reading/names';
	import { writeAmount, writeDate } from '$lib/reading/written';
	import MonthlyFee from '$lib/ui/MonthlyFee.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import {
		depositSentence,
		earlySentence,
		noDeposit,
		paidOnInWords,
		scheduleInWords
	} from '$lib/words/deposit';
	import { letterOf } from '$lib/words/debt';
	import { onMount } from 'svelte';
	import { countText, moneyText } from '../debt-fields';
	import Taking from '../Taking.svelte';
	import Panel from './Panel.svelte';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		document: CaseDocument;
		hand: PlanInHand;
		/** The month that is looked at, from 1. */
		month: number;
		onmonth: (month: number) => void;
		onprogramme: (programme: Programme | null) => void;
		onclose: () => void;
	}
	const { document: paper, hand, month, onmonth, onprogramme, onclose }: Props = $props();
	const { plan, debts, writing, nameOf } = $derived(hand);
	const programme = $derived(hand.entry.programme);

	onMount(() => void agencyBook.open());
	/** What holds on the day of the balances, if it is in the currency of the case. */
	const schedule = $derived.by(() => {
		const { fees } = agencyOn(agencyBook.now, paper.asOf);
		return fees?.content.currency === writing.currency.code ? fees : null;
	});

	/** A year's months are seen at once, from the one that is looked at on. */
	const MONTHS = 12;
	const deposits = $derived(programme ? depositsOf(debts, plan, programme.day) : []);
	const early = $derived(dueEarly(deposits));
	const picked = $derived(deposits.find((one) => one.month === month) ?? deposits[0]);
	const shown = $derived(
		deposits.filter((one) => one.month >= (picked?.month ?? 1)).slice(0, MONTHS)
	);
	/** The letter of a debt, as in the order beside it. */
	const letterAt = (index: number) =>
		letterOf(hand.listed.find(({ id }) => id === debts[index]?.id)?.place ?? 0);
	const nameAt = (index: number) => nameOf(debts[index]?.id ?? '');
	const warning = $derived(earlySentence(early, deposits, nameAt, writing));

	const NO_FEES = { setUpFee: ZERO, monthlyFee: { kind: 'amount', amount: ZERO } } as const;
	const feesOf = ({ setUpFee, monthlyFee }: Pick<Programme, 'setUpFee' | 'monthlyFee'>) => ({
		setUpFee,
		monthlyFee
	});
	const byItsSchedule = $derived({
		...feesOf(schedule?.content ?? NO_FEES),
		version: schedule?.version ?? null
	});

	const begin = () => onprogramme({ day: 1, ...byItsSchedule, waived: null });
	const put = (fields: Partial<Programme>) => {
		if (programme) onprogramme({ ...programme, ...fields });
	};
	/** Fees that somebody types are no schedule's. */
	const charge = (fields: Partial<Programme>) => put({ ...fields, version: null });
	const isSame = $derived(
		programme !== null && schedule !== null && same(feesOf(programme), feesOf(schedule.content))
	);
</script>

<Panel title={t('One deposit')} {onclose}>
	{#snippet heading()}
		{#if programme}
			{@const of = picked?.month ?? month}
			<Phrases sentence={depositSentence(picked, monthStart(plan.firstMonth, of), writing)} />
		{:else}
			<Phrases sentence={noDeposit(writing)} />
		{/if}
	{/snippet}
	{#if programme}
		<div class="fields">
			<span>{t('Deposited on day')}</span>
			<TypedField
				label={t('Day of the deposit')}
				value={programme.day}
				{...countText(writing, { least: 1, most: 31 })}
				onchange={(day) => day !== null && put({ day })}
			/>
			<span>{t('Setup fee')}</span>
			<TypedField
				label={t('Setup fee of the deposit')}
				value={programme.setUpFee}
				{...moneyText(writing)}
				onchange={(setUpFee) => setUpFee !== null && charge({ setUpFee })}
			/>
			<span>{t('Monthly fee')}</span>
			<span class="several">
				<MonthlyFee
					fee={programme.monthlyFee}
					{writing}
					onchange={(monthlyFee) => charge({ monthlyFee })}
				/>
			</span>
			<span>{t('Waived, because')}</span>
			<span class="several">
				<TypedField
					label={t('Why the fees are waived')}
					value={programme.waived}
					read={(typed) => readLine(typed, LIMITS.note, writing)}
					write={(text) => text}
					optional
					placeholder={t('empty: the fees are charged')}
					onchange={(waived) => put({ waived: waived?.trim() ? waived : null })}
				/>
			</span>
		</div>
		<p class="quiet">
			{scheduleInWords(schedule, isSame, writing)}
			{#if schedule && !isSame}
				<button type="button" onclick={() => put(byItsSchedule)}>{t('Use the schedule')}</button>
			{/if}
		</p>
		{#if warning}
			<p class="early" role="status">
				<Phrases sentence={warning} />
				{#if latestDay(deposits) > 1}
					<button type="button" onclick={() => put({ day: latestDay(deposits) })}
						>{t('Deposit on day {day}', { day: latestDay(deposits) })}</button
					>
				{/if}
			</p>
		{/if}
		<div class="scroll">
			<table>
				<thead>
					<tr>
						<th scope="col">{t('Deposit on')}</th>
						<th scope="col" class="right">{t('Deposit')}</th>
						<th scope="col" class="right">{t('Fee')}</th>
						<th scope="col">{t('Paid to creditors')}</th>
					</tr>
				</thead>
				<tbody>
					{#each shown as one (one.month)}
						<tr class:picked={one.month === month}>
							<th scope="row">
								<button type="button" onclick={() => onmonth(one.month)}
									>{writeDate(one.date, writing)}</button
								>
							</th>
							<td class="right strong">{writeAmount(one.deposit, writing)}</td>
							<td class="right">{writeAmount(one.fee, writing)}</td>
							<td class="paid">
								{one.paidOut
									.map(({ index, date, amount }) =>
										paidOnInWords(letterAt(index), amount, dateParts(date).day, writing)
									)
									.join(' · ')}
							</td>
						</tr>
					{/each}
				</tbody>
			</table>
		</div>
		<p class="acts">
			<Taking
				document={paper}
				subject={{ of: 'deposits', id: hand.entry.id }}
				kind="csv"
				words={t('Every deposit and payment (CSV)')}
			/>
			<button type="button" onclick={() => onprogramme(null)}
				>{t('The client pays each creditor')}</button
			>
		</p>
	{:else}
		<p>
			<button type="button" class="filled" onclick={begin}>{t('Pay out of one deposit')}</button>
		</p>
	{/if}
</Panel>

<style>
	.fields {
		display: grid;
		grid-template-columns: 126px 1fr 76px 1fr;
		gap: 4px 12px;
		align-items: center;
	}

	.fields > span:not(.several),
	.quiet {
		color: var(--quiet);
		font-size: 14px;
	}

	.several {
		display: flex;
		grid-column: 2 / -1;
		gap: 8px;
	}

	.several > :global(*) {
		flex: 1 1 0;
		min-width: 0;
	}

	.fields :global(input) {
		border-bottom-color: var(--hairline);
	}

	p {
		margin: 6px 0;
	}

	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 18px;
	}

	.early {
		padding-inline-start: 10px;
		border-inline-start: 3px solid var(--act);
	}

	button:not(.filled) {
		color: var(--act);
		font-weight: 600;
	}

	.scroll {
		overflow: auto;
		max-height: 26vh;
	}

	table {
		width: 100%;
		border-collapse: collapse;
		font-variant-numeric: tabular-nums;
	}

	th,
	td {
		padding-block: 3px;
		padding-inline: 0 12px;
		border-bottom: 1px solid var(--row-line);
		text-align: start;
		vertical-align: baseline;
		white-space: nowrap;
	}

	thead th {
		color: var(--quiet);
		font-size: 13px;
	}

	.right {
		text-align: end;
	}

	.strong {
		font-weight: 600;
	}

	.picked {
		background: var(--picked);
	}

	.paid {
		min-width: 320px;
		color: var(--quiet);
		font-size: 13px;
		white-space: normal;
	}
</style>
