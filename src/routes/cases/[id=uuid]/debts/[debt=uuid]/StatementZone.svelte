<!--
	What a card's statement prints, typed in any part, beside what follows from the debt; and the minimum rules
	that give it.
-->
<script lang="ts">
	import { checked, statementOf, type Estimate, type Verdict } from '$lib/core/debt/statement';
	import type { Cents } from '$lib/core/quantities/money';
	import type { DebtEntry, StatementEntry } from '$lib/document/debt';
	import { monthsMoney } from '$lib/document/carried-plans';
	import type { BalanceEntry } from '$lib/document/balances';
	import {
		hasPastDue,
		minimumRule,
		printedInterests,
		printedOf,
		statementGiven
	} from '$lib/document/statement';
	import type { CaseDesk } from '$lib/desk/case-desk.svelte';
	import { agreedPayment } from '$lib/desk/plan-entry';
	import { balanceName } from '$lib/words/account';
	import { nameOf } from '$lib/words/debt';
	import WhichRule from './WhichRule.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import type { WrittenWorking } from '$lib/words/debt-working';
	import {
		figureInWords,
		figureWorking,
		interestVerdict,
		interestWorking,
		meaningSentence,
		oursInWords,
		PRINTED,
		statementSentence,
		uncheckable,
		verdictInWords,
		type PrintedFigure
	} from '$lib/words/statement';
	import Check from '@lucide/svelte/icons/check';
	import TriangleAlert from '@lucide/svelte/icons/triangle-alert';
	import { countText, moneyText, rateText } from '../../debt-fields';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		desk: CaseDesk;
		debt: DebtEntry;
		onchange: (field: string, fields: Partial<DebtEntry>) => void;
		onwork: (working: WrittenWorking, element: HTMLElement) => void;
	}
	const { desk, debt, onchange, onwork }: Props = $props();

	const writing = $derived(desk.writing);
	/** The month's money that the payment of 36 months would have to fit. */
	const month = $derived(monthsMoney(desk.document, debt.id));

	const money = $derived(moneyText(writing));
	const entry = $derived(debt.statement);
	const given = $derived(statementGiven(debt, writing.currency));
	const rule = $derived(minimumRule(debt.required));
	/** Of several balances a statement prints no time, no total and no 36-month figures that one rate could give (section 11). */
	const isSeveral = $derived(debt.balances.length > 0);
	const shown = $derived(PRINTED.filter((figure) => !isSeveral || figure === 'minimumDue'));
	const printed = $derived.by(() => {
		const all = printedOf(entry);
		const { minimumDue } = all;
		return !isSeveral ? all : minimumDue === undefined ? {} : { minimumDue };
	});
	/** Of each balance what is printed beside a month of interest. */
	const interests = $derived(printedInterests(debt, desk.document.asOf));
	const named = $derived(
		interests.map(({ id, by }) => {
			const balance = debt.balances.find((one) => one.id === id);
			return { name: balance ? balanceName(balance, writing) : '', by };
		})
	);
	const statement = $derived(given && rule && given.balance > 0 ? statementOf(given, rule) : null);
	const verdicts = $derived(statement ? checked(statement, printed) : {});
	const meaning = $derived(
		statement && given && !isSeveral ? meaningSentence(statement, given, month, writing) : []
	);
	const payment = $derived(isSeveral ? undefined : statement?.figures.payment36);

	const type = (fields: Partial<StatementEntry>) =>
		onchange('statement', { statement: { ...entry, ...fields } });

	function typeInterest(of: BalanceEntry, printedInterest: Cents | null): void {
		const balances = debt.balances.map((one) =>
			one.id === of.id ? { ...one, printedInterest } : one
		);
		onchange('statement', { balances });
	}

	function typed(figure: PrintedFigure, value: Cents | null): void {
		if (figure !== 'estimate') type({ [figure]: value });
	}

	const agreed = $derived(
		month?.plan.changes.some(
			(change) => change.kind === 'concession' && change.debts.some((one) => one.debt === debt.id)
		) ?? false
	);

	/** A payment that is agreed with the creditor goes into the plan that was chosen. */
	function agree(payment: Cents): void {
		if (!month) return;
		const { plan } = month;
		const what = t('agreed payment for {debt}', { debt: nameOf(debt, writing) });
		const change = agreedPayment(debt, payment, desk.document.asOf);
		desk.changePlan(plan.id, what, { changes: [...plan.changes, change] });
	}

	const UNITS = [
		{ value: 'years', words: t('years') },
		{ value: 'months', words: t('months') }
	] as const satisfies readonly { value: Estimate['unit']; words: string }[];
	const ROUNDINGS = [
		{ value: 'unit', words: t('whole units') },
		{ value: 'cent', words: t('the cent') }
	] as const;

	const verdictOf = (figure: PrintedFigure): Verdict | undefined => verdicts[figure];
</script>

<div class="statement">
	<p class="answer" role="status">
		<Phrases
			sentence={statement
				? statementSentence(statement, printed, named, writing)
				: uncheckable(debt.required.kind === 'level', writing)}
		/>
	</p>
	<div class="typed">
		<div class="line given">
			<span>{t('Interest charged')}</span>
			<TypedField
				label={t('Interest charged, as printed')}
				value={entry.interestCharged}
				{...money}
				optional
				side="right"
				onchange={(interestCharged) => type({ interestCharged })}
			/>
			{#if hasPastDue(debt)}
				<span>{t('Past due')}</span>
				<TypedField
					label={t('Past due, as printed')}
					value={debt.noted.pastDue}
					{...money}
					optional
					side="right"
					onchange={(pastDue) => onchange(t('past due'), { noted: { ...debt.noted, pastDue } })}
				/>
			{/if}
			{#if !isSeveral}
				<span class="offer">
					{t('Intro rate')}
					<TypedField
						label={t('Intro rate')}
						value={entry.offerRate}
						{...rateText(writing)}
						optional
						side="right"
						placeholder={t('none')}
						onchange={(offerRate) => type({ offerRate })}
					/>
					{t('for')}
					<TypedField
						label={t('Intro rate months')}
						value={entry.offerMonths}
						{...countText(writing)}
						optional
						side="right"
						onchange={(offerMonths) => type({ offerMonths })}
					/>
					{t('months, rounded to')}
					<Choice
						label={t('Rounding of printed amounts')}
						value={entry.roundTo}
						options={ROUNDINGS}
						onchange={(roundTo) => type({ roundTo })}
					/>
				</span>
			{/if}
		</div>
		<table>
			<thead>
				<tr>
					<th scope="col"><span class="unseen">{t('Figure')}</span></th>
					<th scope="col" class="right">{t('Printed')}</th>
					<th scope="col" class="right">{t('Computed')}</th>
					<th scope="col">{t('Result')}</th>
				</tr>
			</thead>
			<tbody>
				{#each debt.balances as balance (balance.id)}
					{@const name = balanceName(balance, writing)}
					{@const interest = interests.find(({ id }) => id === balance.id)}
					<tr class:differs={interest && interest.by !== 0}>
						<th scope="row">{t('Interest on {name}', { name })}</th>
						<td>
							<TypedField
								label={t('Interest charged on {name}, as printed', { name })}
								value={balance.printedInterest}
								{...money}
								optional
								side="right"
								onchange={(value) => typeInterest(balance, value)}
							/>
						</td>
						<td class="right">
							{#if interest}
								<button
									type="button"
									title={t('Show the calculation')}
									onclick={(event) =>
										onwork(interestWorking(interest, balance, writing), event.currentTarget)}
									>{money.write(interest.ours)}</button
								>
							{/if}
						</td>
						<td class="verdict">
							{#if interest}
								{#if interest.by !== 0}<TriangleAlert size={14} aria-hidden="true" />
								{:else}<Check size={14} aria-hidden="true" />{/if}
								{interestVerdict(interest, writing)}
							{/if}
						</td>
					</tr>
				{/each}
				{#each shown as figure (figure)}
					{@const verdict = verdictOf(figure)}
					{@const words = figureInWords(figure, writing)}
					<tr class:differs={verdict?.kind === 'differs'}>
						<th scope="row">{words}</th>
						<td>
							{#if figure === 'estimate'}
								<span class="estimate">
									<TypedField
										label={t('{words}, as printed', { words })}
										value={entry.estimateCount}
										{...countText(writing)}
										optional
										side="right"
										onchange={(estimateCount) => type({ estimateCount })}
									/>
									<Choice
										label={t('Months or years')}
										value={entry.estimateUnit}
										options={UNITS}
										onchange={(estimateUnit) => type({ estimateUnit })}
									/>
								</span>
							{:else}
								<TypedField
									label={t('{words}, as printed', { words })}
									value={entry[figure]}
									{...money}
									optional
									side="right"
									onchange={(value) => typed(figure, value)}
								/>
							{/if}
						</td>
						<td class="right">
							{#if statement && given && rule}
								<button
									type="button"
									title={t('Show the calculation')}
									onclick={(event) =>
										onwork(
											figureWorking(figure, statement, given, rule, writing),
											event.currentTarget
										)}>{oursInWords(figure, statement, writing)}</button
								>
							{/if}
						</td>
						<td class="verdict">
							{#if verdict && statement}
								{#if verdict.kind === 'differs'}<TriangleAlert size={14} aria-hidden="true" />
								{:else}<Check size={14} aria-hidden="true" />{/if}
								{verdictInWords(figure, verdict, statement, printed, writing)}
							{/if}
						</td>
					</tr>
				{/each}
			</tbody>
		</table>
	</div>
	<div class="rules">
		<WhichRule
			{given}
			{printed}
			{rule}
			{writing}
			onuse={(required) => onchange('minimum', { required })}
		/>
		{#if meaning.length > 0}
			<h3>{t('Meaning for the client')}</h3>
			<p>
				<Phrases sentence={meaning} />
				{#if agreed && month}
					<span class="quiet"
						>{t('“{name}” has an agreed payment for this debt', { name: month.plan.name })}</span
					>
				{:else if payment !== undefined && month}
					<button type="button" class="act" onclick={() => agree(payment)}>
						{t('Use this payment in “{name}”', { name: month.plan.name })}
					</button>
				{/if}
			</p>
		{/if}
	</div>
</div>

<style>
	.statement {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(210px, 26%);
		gap: 4px 24px;
		font-size: 14px;
	}

	/* Whatever is scrolled, whether the statement can be trusted stays in view. */
	.answer {
		position: sticky;
		z-index: 2;
		top: 0;
		grid-column: 1 / -1;
		padding: 6px 0 4px;
		background: var(--ground);
		font-family: var(--serif);
		font-size: 16px;
	}

	.line {
		display: flex;
		gap: 8px;
		align-items: center;
		padding: 2px 0;
	}

	.line > :global(.field) {
		width: 96px;
	}

	.offer {
		display: flex;
		gap: 6px;
		align-items: center;
		margin-inline-start: auto;
		color: var(--quiet);
		font-size: 13px;
		white-space: nowrap;
	}

	.offer :global(.field) {
		width: 58px;
	}

	table {
		width: 100%;
		border-collapse: collapse;
	}

	th,
	td {
		padding-block: 0;
		padding-inline: 0 6px;
		border-top: 1px solid var(--row-line);
		font-weight: 400;
		text-align: start;
	}

	thead th {
		border: 0;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	tbody th {
		width: 196px;
	}

	td:nth-child(2) {
		width: 124px;
	}

	td:nth-child(3) {
		width: 88px;
	}

	.right {
		text-align: end;
	}

	.estimate {
		display: grid;
		grid-template-columns: 1fr 78px;
	}

	.typed :global(:is(input, select):not(:focus)) {
		border-bottom-color: var(--hairline);
		font-weight: 600;
	}

	td button:hover {
		color: var(--act);
		text-decoration: underline;
	}

	.verdict {
		padding-inline-start: 10px;
		line-height: 1.2;
	}

	.verdict :global(svg) {
		margin-inline-end: 2px;
		vertical-align: -2px;
	}

	.differs .verdict {
		font-weight: 700;
	}

	h3 {
		padding: 6px 0 2px;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	.quiet {
		color: var(--quiet);
	}

	.act {
		color: var(--act);
		font-weight: 600;
	}

	@media screen and (width < 1100px) {
		.statement {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
