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
	import { withUsualAgreements } from '$lib/desk/usual-agreements';
	import { creditorBook } from '$lib/desk/reference-book.svelte';
	import { withDebt, withProposedTerms } from '$lib/desk/plan-entry';
	import { changeKind } from '$lib/words/changes';
	import { nameOf } from '$lib/words/debt';
	import { writingOf } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import Note from '$lib/ui/Note.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { countText, minimumPercentText, moneyText, nameText, rateText } from '../debt-fields';
	import AgreementTerms from './AgreementTerms.svelte';
	import ChangedDebt from './ChangedDebt.svelte';
	import ChangeTerm from './ChangeTerm.svelte';
	import NewDebtTerms from './NewDebtTerms.svelte';
	import SettlementTerms from './SettlementTerms.svelte';
	import { onMount } from 'svelte';
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
	const terms = $derived({ asOf: paper.asOf, writing, open: OPEN, onchange, onenter: goOn });

	/** The debts that it can be about. */
	const choices = $derived(
		paper.debts
			.map((debt, place) => ({ debt, place }))
			.filter(({ debt }) => change.kind !== 'deadline' || hasDeadline(debt))
	);

	onMount(() => void creditorBook.open());
	/** The change on the usual terms of its creditors, where they are known and not in it yet. */
	const usual = $derived(withUsualAgreements(change, paper, creditorBook));

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

	/** The debt that it brings, with other fields. */
	function bring(fields: Partial<NewDebtEntry>): void {
		const term = 'rule' in fields ? 'rule' : 'firstDue' in fields ? 'firstDue' : undefined;
		const debt = { ...brought, ...fields };
		onchange(
			withTerm(change, term, change.kind === 'consolidate' ? { loan: debt } : { card: debt })
		);
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
					asOf={paper.asOf}
					{writing}
					onturn={(isNamed) => onchange(withDebt(change, debt.id, isNamed))}
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
				<AgreementTerms {change} {...terms} />
			{:else if change.kind === 'settle'}
				<SettlementTerms {change} {...terms} />
			{/if}
		</div>
	</div>
	{#if usual}
		<p class="guess">
			{t('Usual terms of these creditors are known.')}
			<button type="button" onclick={() => onchange(usual)}>{t('Use the usual terms')}</button>
		</p>
	{/if}
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
		max-height: min(330px, 44vh);
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

	.fields :global(.two) {
		display: flex;
		gap: 8px;
		align-items: center;
		min-width: 0;
	}

	.fields :global(.two > *) {
		flex: 1 1 0;
		min-width: 0;
	}

	.fields :global(.two > span:not(.field)) {
		flex: none;
		color: var(--quiet);
	}
</style>
