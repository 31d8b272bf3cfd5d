<!-- One change of a plan: which debts it is about, and its terms; what is typed counts at once. -->
<script lang="ts">
	import type { CaseDocument } from '$lib/document/case';
	import {
		confirmed,
		isAssumed,
		isAssumedTerm,
		missingTerms,
		newDebtOf,
		withTerm,
		type ChangeEntry,
		type NewDebtEntry
	} from '$lib/document/change';
	import { hasDeadline } from '$lib/document/balances';
	import { withProposedTerms } from '$lib/desk/plan-entry';
	import { changeKind } from '$lib/words/changes';
	import { nameOf } from '$lib/words/debt';
	import { writingOf } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import Note from '$lib/ui/Note.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import {
		countText,
		momentText,
		minimumPercentText,
		moneyText,
		nameText,
		rateText
	} from '../debt-fields';
	import ChangedDebt from './ChangedDebt.svelte';
	import ChangeTerm from './ChangeTerm.svelte';
	import NewDebtTerms from './NewDebtTerms.svelte';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		change: ChangeEntry;
		document: CaseDocument;
		anchor: HTMLElement;
		onchange: (change: ChangeEntry) => void;
		onremove: () => void;
		onclose: () => void;
	}
	const { change, document: paper, anchor, onchange, onremove, onclose }: Props = $props();

	const writing = $derived(writingOf(paper));
	const money = $derived(moneyText(writing));
	const rate = $derived(rateText(writing));
	const share = $derived(minimumPercentText(writing));
	const title = $derived(changeKind(change.kind, writing));
	const brought = $derived(newDebtOf(change));

	/** The placeholder of a term that is not entered. */
	const OPEN = t('not entered');
	const missing = $derived(missingTerms(change));
	/** The properties that all terms share. */
	const about = $derived({ change, placeholder: OPEN, onchange, onenter: goOn });

	/** The debts that it can be about. */
	const choices = $derived(
		paper.debts
			.map((debt, place) => ({ debt, place }))
			.filter(({ debt }) => change.kind !== 'deadline' || hasDeadline(debt))
	);

	let fields = $state<HTMLElement>();

	/** Enter goes on to the next term that is still open; where there is none, the change is done. */
	function goOn(): void {
		const inputs = [...(fields?.querySelectorAll('input') ?? [])];
		const here = inputs.indexOf(document.activeElement as HTMLInputElement);
		const open = (input: HTMLInputElement) => input.placeholder === OPEN && input.value === '';
		const next = inputs.slice(here + 1).find(open) ?? inputs.find(open);
		if (next) next.focus();
		else onclose();
	}

	const PAID = [
		{ value: 'added', words: t('added to the loan') },
		{ value: 'up-front', words: t('paid up front') }
	] as const;
	const NO_FEE = {
		amount: { kind: 'amount', amount: null },
		percent: { kind: 'percent', percent: null, cap: null }
	} as const;
	const MONTHLY = [
		{ value: 'amount', words: t('an amount') },
		{ value: 'percent', words: t('in percent') }
	] as const;

	/** The debt that it brings, with other fields. */
	function bring(fields: Partial<NewDebtEntry>): void {
		const term = 'rule' in fields ? 'rule' : 'firstDue' in fields ? 'firstDue' : undefined;
		const debt = { ...brought, ...fields };
		onchange(
			withTerm(change, term, change.kind === 'consolidate' ? { loan: debt } : { card: debt })
		);
	}

	/** A debt is taken into the change or left out of it. */
	function turnDebt(id: string, taken: boolean): void {
		switch (change.kind) {
			case 'consolidate': {
				const others = change.debts.filter((other) => other !== id);
				onchange({ ...change, debts: taken ? [...others, id] : others });
				break;
			}
			case 'transfer': {
				const others = change.amounts.filter(({ debt }) => debt !== id);
				const amounts = taken ? [...others, { debt: id, amount: null }] : others;
				onchange({ ...change, amounts });
				break;
			}
			case 'concession': {
				const others = change.debts.filter(({ debt }) => debt !== id);
				const agreed = { debt: id, annualRate: null, assumed: false, payment: null };
				onchange({ ...change, debts: taken ? [...others, agreed] : others });
				break;
			}
			case 'deadline': {
				const others = change.debts.filter((other) => other !== id);
				onchange({ ...change, debts: taken ? [...others, id] : others });
			}
		}
	}
</script>

{#snippet newDebt()}
	{#if brought}
		<NewDebtTerms
			debt={brought}
			isAssumed={(term) => isAssumedTerm(change, term)}
			asOf={paper.asOf}
			{writing}
			open={OPEN}
			onchange={bring}
			onenter={goOn}
		/>
	{/if}
{/snippet}

<Note {title} {anchor} {onclose}>
	<div bind:this={fields}>
		<div class="debts" role="group" aria-label={t('Debts included')}>
			{#each choices as { debt, place } (debt.id)}
				<ChangedDebt
					{change}
					id={debt.id}
					name={nameOf(debt, writing)}
					{place}
					{writing}
					onturn={(taken) => turnDebt(debt.id, taken)}
					open={OPEN}
					{onchange}
					onenter={goOn}
				/>
			{/each}
		</div>
		<div class="fields">
			{#if brought}
				<span class="label">{t('New debt')}</span>
				<TypedField
					onenter={goOn}
					label={t('Name of the new debt')}
					value={brought.name}
					{...nameText(writing)}
					onchange={(name) => bring({ name: name ?? '' })}
				/>
			{/if}
			{#if change.kind === 'consolidate'}
				{@const { fee } = change}
				<span class="label">{t('Annual rate')}</span>
				<ChangeTerm
					{...about}
					label={t('Annual rate of the new loan')}
					term="annualRate"
					value={change.annualRate}
					text={rate}
					put={(annualRate) => ({ annualRate })}
				/>
				{@render newDebt()}
				<span class="label">{t('Fee')}</span>
				<span class="two">
					<ChangeTerm
						{...about}
						label={t('Fee in percent')}
						term="fee"
						value={fee.percent}
						text={share}
						put={(percent) => ({ fee: { ...fee, percent } })}
					/>
					<ChangeTerm
						{...about}
						label={t('Fee as an amount')}
						term="fee"
						value={fee.amount}
						text={money}
						placeholder={t('and')}
						put={(amount) => ({ fee: { ...fee, amount } })}
					/>
					<Choice
						label={t('How the fee is paid')}
						value={fee.paid}
						options={PAID}
						onchange={(paid) => onchange(withTerm(change, 'fee', { fee: { ...fee, paid } }))}
					/>
				</span>
			{:else if change.kind === 'transfer'}
				<span class="label">{t('Intro rate')}</span>
				<span class="two">
					<ChangeTerm
						{...about}
						label={t('Intro rate')}
						term="offerRate"
						value={change.offerRate}
						text={rate}
						put={(offerRate) => ({ offerRate })}
					/>
					<span>{t('for months')}</span>
					<ChangeTerm
						{...about}
						label={t('Months at the intro rate')}
						term="offerMonths"
						value={change.offerMonths}
						text={countText(writing)}
						put={(offerMonths) => ({ offerMonths })}
					/>
				</span>
				<span class="label">{t('Then')}</span>
				<span class="two">
					<ChangeTerm
						{...about}
						label={t('Rate after the intro period')}
						term="thenRate"
						value={change.thenRate}
						text={rate}
						put={(thenRate) => ({ thenRate })}
					/>
					<span>{t('credit limit')}</span>
					<ChangeTerm
						{...about}
						label={t('Credit limit')}
						value={change.limit}
						text={money}
						placeholder={t('not known')}
						put={(limit) => ({ limit })}
					/>
				</span>
				{@render newDebt()}
				<span class="label">{t('Fee')}</span>
				<ChangeTerm
					{...about}
					label={t('Fee in percent')}
					term="feePercent"
					value={change.feePercent}
					text={share}
					put={(feePercent) => ({ feePercent })}
				/>
			{:else if change.kind === 'concession'}
				{@const { monthlyFee: fee } = change}
				<span class="label">{t('From')}</span>
				<ChangeTerm
					{...about}
					label={t('Agreed from')}
					term="from"
					value={change.from}
					text={momentText(paper.asOf, writing)}
					put={(from) => ({ from })}
				/>
				<span class="label">{t('Setup fee')}</span>
				<ChangeTerm
					{...about}
					label={t('Setup fee')}
					term="setUpFee"
					value={change.setUpFee}
					text={money}
					put={(setUpFee) => ({ setUpFee })}
				/>
				<span class="label">{t('Monthly fee')}</span>
				<span class="two">
					<Choice
						label={t('Kind of monthly fee')}
						value={fee.kind}
						options={MONTHLY}
						onchange={(kind) =>
							onchange(withTerm(change, 'monthlyFee', { monthlyFee: NO_FEE[kind] }))}
					/>
					{#if fee.kind === 'amount'}
						<ChangeTerm
							{...about}
							label={t('Monthly fee')}
							term="monthlyFee"
							value={fee.amount}
							text={money}
							put={(amount) => ({ monthlyFee: { ...fee, amount } })}
						/>
					{:else}
						<ChangeTerm
							{...about}
							label={t('Monthly fee in percent')}
							term="monthlyFee"
							value={fee.percent}
							text={share}
							put={(percent) => ({ monthlyFee: { ...fee, percent } })}
						/>
						<ChangeTerm
							{...about}
							label={t('Cap on the monthly fee')}
							term="monthlyFee"
							value={fee.cap}
							text={money}
							placeholder={t('no cap')}
							put={(cap) => ({ monthlyFee: { ...fee, cap } })}
						/>
					{/if}
				</span>
			{/if}
		</div>
	</div>
	{#if missing.length > 0}
		<p class="guess">
			{t('The plan is computed once every term …')}
			<button type="button" onclick={() => onchange(withProposedTerms(change, paper))}
				>{t('Assume likely terms')}</button
			>
		</p>
	{:else if isAssumed(change)}
		<p class="guess">
			{t('Terms in italics are assumed')}
			<button type="button" onclick={() => onchange(confirmed(change))}>{t('Confirm them')}</button>
		</p>
	{/if}
	<p class="acts">
		<button type="button" onclick={onremove}>{t('Remove this change')}</button>
	</p>
</Note>

<style>
	.debts {
		display: grid;
		overflow-y: auto;
		max-height: 190px;
	}

	.guess {
		margin-top: 6px;
		color: var(--quiet);
		font-style: italic;
	}

	.guess button {
		color: var(--act);
		font-weight: 600;
	}

	.two {
		display: flex;
		gap: 8px;
		align-items: center;
		min-width: 0;
	}

	.two > :global(*) {
		flex: 1 1 0;
		min-width: 0;
	}

	.two > span {
		flex: none;
		color: var(--quiet);
	}
</style>
