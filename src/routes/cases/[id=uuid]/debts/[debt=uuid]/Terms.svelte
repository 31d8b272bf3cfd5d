<!-- The terms of the debt and its payment, edited in place. -->
<script lang="ts">
	import type { CalendarDate, PaymentsPerYear } from '$lib/core/quantities/calendar';
	import { ZERO, type Cents } from '$lib/core/quantities/money';
	import { percent as percentage, type Percent } from '$lib/core/quantities/rate';
	import type { Run } from '$lib/core/debt/run';
	import { split } from '$lib/document/balances';
	import type { DebtEntry } from '$lib/document/debt';
	import type { PersonEntry } from '$lib/document/household';
	import { usualName } from '$lib/words/account';
	import { v4 as newId } from 'uuid';
	import { writeLongDate, writeAmount } from '$lib/reading/written';
	import { frequencyChoices, frequencyWords } from '$lib/words/amounts';
	import type { Writing } from '$lib/reading/writing';
	import { asksMinimum } from '$lib/words/debt';
	import { fieldsInLine } from '$lib/core/debt/rules/all-forms';
	import { ruleTitle, fieldAbove } from '$lib/messages/terms';
	import Choice from '$lib/ui/Choice.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import RuleFields from '../../RuleFields.svelte';
	import { debtFieldReaders, minimumPercentText } from '../../debt-fields';
	import { followsInWords } from '$lib/words/indexes';
	import Folded from './Folded.svelte';
	import Lending from './Lending.svelte';
	import Balances from '../../Balances.svelte';
	import LatePayments from './LatePayments.svelte';
	import Noted from './Noted.svelte';
	import StatementFile from './StatementFile.svelte';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		debt: DebtEntry;
		writing: Writing;
		asOf: CalendarDate;
		people: readonly PersonEntry[];
		/** The debt as it asks, and as it is paid; null while something is missing. */
		required: Run | null;
		paid: Run | null;
		onchange: (field: string, fields: Partial<DebtEntry>) => void;
	}
	const { debt, writing, asOf, people, required, paid, onchange }: Props = $props();

	const { money, rate, firstDue } = $derived(debtFieldReaders(writing, asOf));
	const minimum = $derived(asksMinimum(debt));
	const today = $derived(required ? writeAmount(required.firstPayment, writing) : '');
	const pays = $derived(debt.pays);
	const { adverb } = $derived(frequencyWords(writing, debt.lending.paymentsPerYear));

	type PaysKind = DebtEntry['pays']['kind'];
	const choices = $derived<{ value: PaysKind; words: string }[]>([
		{ value: 'required', words: minimum ? t('the minimum') : t('as agreed') },
		...(minimum ? [{ value: 'held' as const, words: t('keep paying today’s minimum') }] : []),
		{ value: 'fixed', words: t('a fixed amount') },
		{ value: 'interest-plus', words: t('interest + %') }
	]);
	const chosen = $derived<PaysKind>(!minimum && pays.kind === 'held' ? 'required' : pays.kind);
	const portions = $derived([
		{ value: '0', words: t('as often as due') },
		...frequencyChoices(writing)
	]);

	const change = (to: DebtEntry['pays']) => onchange('payment', { pays: to });

	function turn(kind: PaysKind): void {
		if (kind === 'fixed') hold(paid?.firstPayment ?? ZERO);
		else if (kind === 'interest-plus') change({ kind, percent: minimumPercent() });
		else change({ kind });
	}

	/** Two percent, where the minimum has no percentage of its own to begin with. */
	function minimumPercent(): Percent {
		const { required } = debt;
		return ('percent' in required ? required.percent : null) ?? percentage(20_000);
	}

	function hold(amount: Cents | null): void {
		if (amount === null) change({ kind: minimum ? 'held' : 'required' });
		else {
			const often = pays.kind === 'fixed' ? pays.paymentsPerYear : null;
			change({ kind: 'fixed', amount, paymentsPerYear: often });
		}
	}

	/** The debt as a card of several balances, the first of which is what it owes. */
	const separate = () => onchange(t('balances'), split(debt, newId(), usualName(0, writing)));

	function portion(often: string): void {
		if (pays.kind !== 'fixed') return;
		const next = Number(often);
		change({ ...pays, paymentsPerYear: next === 0 ? null : (next as PaymentsPerYear) });
	}
</script>

<section aria-labelledby="terms">
	<h2 id="terms">{t('Terms')}</h2>
	{#if debt.balances.length > 0}
		<Balances {debt} {writing} {asOf} {onchange} />
	{:else}
		<div class="term">
			<span class="name"
				>{t('Balance')}
				<small>{t('on {asOf}', { asOf: writeLongDate(asOf, writing) })}</small></span
			>
			<TypedField
				label={t('Balance')}
				assumed={debt.balanceAssumed}
				value={debt.balance}
				{...money}
				optional
				side="right"
				onchange={(balance) => onchange('balance', { balance })}
			/>
		</div>
		<div class="term">
			<span class="name">{t('Annual rate')}</span>
			<TypedField
				label={t('Annual rate')}
				value={debt.annualRate}
				{...rate}
				optional
				side="right"
				onchange={(annualRate) => onchange(t('annual rate'), { annualRate })}
			/>
		</div>
		{#if debt.required.kind !== 'level'}
			<button type="button" class="split" onclick={separate}>{t('Split into balances')}</button>
		{/if}
	{/if}
	<div class="term">
		<span class="name">{t('First due')}</span>
		<TypedField
			label={t('First due date')}
			value={debt.firstDue}
			{...firstDue}
			optional
			side="right"
			onchange={(date) => onchange(t('first due date'), { firstDue: date })}
		/>
	</div>
	<div class="required" role="group" aria-label={t('The minimum payment')}>
		<span class="label">{ruleTitle(debt.required.kind, writing)}</span>
		{#each fieldsInLine(debt.required.kind) as [name], place (place)}
			<span class="label" class:right={place !== 1}>{fieldAbove(name, writing)}</span>
		{/each}
		<RuleFields
			required={debt.required}
			{writing}
			of={t('this debt')}
			onchange={(changed) => onchange('minimum', { required: changed })}
		/>
	</div>
	{#if debt.follows}
		{#await import('./NewerValues.svelte') then { default: NewerValues }}
			<NewerValues
				follows={debt.follows}
				{writing}
				day={debt.asOf ?? asOf}
				ontake={(follows) => onchange(t('values of the index'), { follows })}
			/>
		{/await}
	{/if}
	{#if debt.balances.length === 0}
		<Folded title={t('Rate by an index')} line={followsInWords(debt.follows, writing)}>
			{#await import('./IndexRate.svelte') then { default: IndexRate }}
				<IndexRate {debt} {writing} {asOf} {onchange} />
			{/await}
		</Folded>
	{/if}
	<Lending {debt} {writing} {onchange} />
	<LatePayments {debt} {writing} {asOf} {onchange} />
	<Noted {debt} {writing} {asOf} {people} {onchange} />
	<StatementFile {debt} {writing} {onchange} />
</section>

<section aria-labelledby="pays">
	<h2 id="pays">{t('Paid {adverb}', { adverb })}</h2>
	<div class="term">
		<span class="name">{t('Pays')}</span>
		<Choice label={t('Payment method')} value={chosen} options={choices} onchange={turn} />
	</div>
	{#if pays.kind === 'interest-plus'}
		<div class="term">
			<span class="name">{t('Percentage')} <small>{t('on top of interest')}</small></span>
			<TypedField
				label={t('Percentage')}
				value={pays.percent}
				{...minimumPercentText(writing)}
				side="right"
				onchange={(percent) => percent !== null && change({ kind: 'interest-plus', percent })}
			/>
		</div>
	{:else}
		<div class="term">
			<span class="name">
				{t('Amount')}
				<small>{minimum ? t('empty: the minimum') : t('empty: as agreed')}</small>
			</span>
			<TypedField
				label={t('Payment amount')}
				value={pays.kind === 'fixed' ? pays.amount : null}
				{...money}
				optional
				side="right"
				placeholder={today}
				onchange={hold}
			/>
		</div>
	{/if}
	{#if pays.kind === 'fixed'}
		<div class="term">
			<span class="name">{t('How often')}</span>
			<Choice
				label={t('How often')}
				value={String(pays.paymentsPerYear ?? 0)}
				options={portions}
				onchange={portion}
			/>
		</div>
	{/if}
	<div class="term">
		<span class="name">{t('Extra')} <small>{t('with every payment')}</small></span>
		<TypedField
			label={t('Extra payment')}
			value={debt.extra === ZERO ? null : debt.extra}
			{...money}
			optional
			side="right"
			placeholder={t('none')}
			onchange={(extra) => onchange(t('extra payment'), { extra: extra ?? ZERO })}
		/>
	</div>
</section>

<style>
	section + section {
		margin-top: 14px;
	}

	h2 {
		padding-bottom: 4px;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	.term {
		display: grid;
		grid-template-columns: 1fr 142px;
		align-items: center;
		min-height: 34px;
		padding: 3px 0;
		border-top: 1px solid var(--row-line);
	}

	.split {
		padding: 2px 0 6px;
		color: var(--act);
		font-size: 13px;
		font-weight: 600;
	}

	.name {
		line-height: 1.15;
	}

	small {
		display: block;
		color: var(--quiet);
		font-size: 12.5px;
	}

	.term :global(:is(input, select)),
	.required :global(input) {
		font-weight: 600;
	}

	.term :global(select) {
		text-align: end;
	}

	.term :global(input::placeholder),
	.required :global(input::placeholder) {
		font-weight: 400;
	}

	.required {
		display: grid;
		grid-template-columns: 1fr 132px;
		padding: 4px 0;
		border-top: 1px solid var(--row-line);
	}

	/* Labels above their fields: kind and amount, then floor and rounding. */
	.required > :global(:nth-child(1)),
	.required > :global(:nth-child(2)) {
		order: 1;
	}

	.required > :global(:nth-child(5)),
	.required > :global(:nth-child(6)) {
		order: 2;
	}

	.required > :global(:nth-child(3)),
	.required > :global(:nth-child(4)) {
		order: 3;
	}

	.required > :global(:nth-child(7)),
	.required > :global(:nth-child(8)) {
		order: 4;
	}

	.label {
		color: var(--quiet);
		font-size: 12.5px;
	}

	.label.right {
		padding-inline-end: 6px;
		text-align: end;
	}

	.required :global(select) {
		padding-inline-start: 0;
		font-weight: 600;
	}

	.required > :global(:nth-child(7) input) {
		padding-inline-start: 0;
		text-align: start;
	}

	.required > :global(:nth-child(8) select) {
		text-align: end;
	}
</style>
