<!-- One change of a plan: which debts it is about, and its terms; what is typed counts at once. -->
<script lang="ts">
	import type { CaseDocument } from '$lib/document/case';
	import {
		confirmed,
		isAssumed,
		missingTerms,
		type AssumedTerm,
		type ChangeEntry,
		type NewDebtEntry
	} from '$lib/document/change';
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
	import NewDebtTerms from './NewDebtTerms.svelte';

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
	const day = $derived(momentText(paper.asOf, writing));
	const title = $derived(changeKind(change.kind, writing));
	const brought = $derived(
		change.kind === 'consolidate' ? change.loan : change.kind === 'transfer' ? change.card : null
	);

	/** What stands in a term that is still open. */
	const OPEN = 'to be typed';
	const missing = $derived(missingTerms(change));

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
		{ value: 'added', words: 'added to the loan' },
		{ value: 'up-front', words: 'paid at the start' }
	] as const;
	const MONTHLY = [
		{ value: 'amount', words: 'an amount' },
		{ value: 'percent', words: 'in percent' }
	] as const;

	/** Whether a term is assumed; once it is typed it is not any more. */
	const isGuess = (term: AssumedTerm): boolean => change.assumed.some((other) => other === term);
	const named = <T extends AssumedTerm>(terms: readonly T[], term: AssumedTerm): T[] =>
		terms.filter((other) => other !== term);

	function bring(fields: Partial<NewDebtEntry>): void {
		const term = 'rule' in fields ? 'rule' : 'firstDue';
		if (change.kind === 'consolidate') {
			const loan = { ...change.loan, ...fields };
			const assumed = 'name' in fields ? change.assumed : named(change.assumed, term);
			onchange({ ...change, assumed, loan });
		}
		if (change.kind === 'transfer') {
			const card = { ...change.card, ...fields };
			const assumed = 'name' in fields ? change.assumed : named(change.assumed, term);
			onchange({ ...change, assumed, card });
		}
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
			}
		}
	}
</script>

<Note {title} {anchor} {onclose}>
	<div bind:this={fields}>
		<div class="debts" role="group" aria-label="The debts that it is about">
			{#each paper.debts as debt, place (debt.id)}
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
				<span class="label">New debt</span>
				<TypedField
					onenter={goOn}
					label="Name of the new debt"
					value={brought.name}
					{...nameText(writing)}
					onchange={(name) => bring({ name: name ?? '' })}
				/>
				{#if change.kind === 'consolidate'}
					<span class="label">Annual rate</span>
					<TypedField
						onenter={goOn}
						label="Annual rate of the new loan"
						assumed={isGuess('annualRate')}
						value={change.annualRate}
						{...rateText(writing)}
						optional
						placeholder={OPEN}
						onchange={(annualRate) =>
							onchange({ ...change, assumed: named(change.assumed, 'annualRate'), annualRate })}
					/>
				{:else if change.kind === 'transfer'}
					<span class="label">Offer rate</span>
					<span class="two">
						<TypedField
							onenter={goOn}
							label="Offer rate"
							assumed={isGuess('offerRate')}
							value={change.offerRate}
							{...rateText(writing)}
							optional
							placeholder={OPEN}
							onchange={(offerRate) =>
								onchange({ ...change, assumed: named(change.assumed, 'offerRate'), offerRate })}
						/>
						<span>for months</span>
						<TypedField
							onenter={goOn}
							label="Months of the offer"
							assumed={isGuess('offerMonths')}
							value={change.offerMonths}
							{...countText(writing)}
							optional
							placeholder={OPEN}
							onchange={(offerMonths) =>
								onchange({ ...change, assumed: named(change.assumed, 'offerMonths'), offerMonths })}
						/>
					</span>
					<span class="label">Then</span>
					<span class="two">
						<TypedField
							onenter={goOn}
							label="Rate after the offer"
							assumed={isGuess('thenRate')}
							value={change.thenRate}
							{...rateText(writing)}
							optional
							placeholder={OPEN}
							onchange={(thenRate) =>
								onchange({ ...change, assumed: named(change.assumed, 'thenRate'), thenRate })}
						/>
						<span>credit limit</span>
						<TypedField
							onenter={goOn}
							label="Credit limit"
							value={change.limit}
							{...money}
							optional
							placeholder="not known"
							onchange={(limit) => onchange({ ...change, limit })}
						/>
					</span>
				{/if}
				<NewDebtTerms
					debt={brought}
					isAssumed={isGuess}
					asOf={paper.asOf}
					{writing}
					open={OPEN}
					onchange={bring}
					onenter={goOn}
				/>
			{/if}
			{#if change.kind === 'consolidate'}
				{@const { fee } = change}
				<span class="label">Fee</span>
				<span class="two">
					<TypedField
						onenter={goOn}
						label="Fee in percent"
						assumed={isGuess('fee')}
						value={fee.percent}
						{...minimumPercentText(writing)}
						optional
						placeholder={OPEN}
						onchange={(share) =>
							onchange({
								...change,
								assumed: named(change.assumed, 'fee'),
								fee: { ...fee, percent: share }
							})}
					/>
					<TypedField
						onenter={goOn}
						label="Fee as an amount"
						assumed={isGuess('fee')}
						value={fee.amount}
						{...money}
						optional
						placeholder="and"
						onchange={(amount) =>
							onchange({
								...change,
								assumed: named(change.assumed, 'fee'),
								fee: { ...fee, amount }
							})}
					/>
					<Choice
						label="How the fee is paid"
						value={fee.paid}
						options={PAID}
						onchange={(paid) =>
							onchange({ ...change, assumed: named(change.assumed, 'fee'), fee: { ...fee, paid } })}
					/>
				</span>
			{:else if change.kind === 'transfer'}
				<span class="label">Fee</span>
				<TypedField
					onenter={goOn}
					label="Fee in percent"
					assumed={isGuess('feePercent')}
					value={change.feePercent}
					{...minimumPercentText(writing)}
					optional
					placeholder={OPEN}
					onchange={(feePercent) =>
						onchange({ ...change, assumed: named(change.assumed, 'feePercent'), feePercent })}
				/>
			{:else}
				{@const { monthlyFee: fee } = change}
				<span class="label">From</span>
				<TypedField
					onenter={goOn}
					label="Agreed from"
					assumed={isGuess('from')}
					value={change.from}
					{...day}
					optional
					placeholder={OPEN}
					onchange={(from) => onchange({ ...change, assumed: named(change.assumed, 'from'), from })}
				/>
				<span class="label">Fee at the start</span>
				<TypedField
					onenter={goOn}
					label="Fee at the start"
					assumed={isGuess('setUpFee')}
					value={change.setUpFee}
					{...money}
					optional
					placeholder={OPEN}
					onchange={(setUpFee) =>
						onchange({ ...change, assumed: named(change.assumed, 'setUpFee'), setUpFee })}
				/>
				<span class="label">Monthly fee</span>
				<span class="two">
					<Choice
						label="What the monthly fee is"
						value={fee.kind}
						options={MONTHLY}
						onchange={(kind) =>
							onchange({
								...change,
								assumed: named(change.assumed, 'monthlyFee'),
								monthlyFee:
									kind === 'amount' ? { kind, amount: null } : { kind, percent: null, cap: null }
							})}
					/>
					{#if fee.kind === 'amount'}
						<TypedField
							onenter={goOn}
							label="Monthly fee"
							assumed={isGuess('monthlyFee')}
							value={fee.amount}
							{...money}
							optional
							placeholder={OPEN}
							onchange={(amount) =>
								onchange({
									...change,
									assumed: named(change.assumed, 'monthlyFee'),
									monthlyFee: { kind: 'amount', amount }
								})}
						/>
					{:else}
						<TypedField
							onenter={goOn}
							label="Monthly fee in percent"
							assumed={isGuess('monthlyFee')}
							value={fee.percent}
							{...minimumPercentText(writing)}
							optional
							placeholder={OPEN}
							onchange={(share) =>
								onchange({
									...change,
									assumed: named(change.assumed, 'monthlyFee'),
									monthlyFee: { ...fee, percent: share }
								})}
						/>
						<TypedField
							onenter={goOn}
							label="Most that the monthly fee may be"
							assumed={isGuess('monthlyFee')}
							value={fee.cap}
							{...money}
							optional
							placeholder="no cap"
							onchange={(cap) =>
								onchange({
									...change,
									assumed: named(change.assumed, 'monthlyFee'),
									monthlyFee: { ...fee, cap }
								})}
						/>
					{/if}
				</span>
			{/if}
		</div>
	</div>
	{#if missing.length > 0}
		<p class="guess">
			The plan is computed once every term is typed. Or
			<button type="button" onclick={() => onchange(withProposedTerms(change, paper))}
				>assume likely terms</button
			>: what is assumed is marked wherever it stands.
		</p>
	{:else if isAssumed(change)}
		<p class="guess">
			Terms in italics are assumed: type what is offered, or
			<button type="button" onclick={() => onchange(confirmed(change))}>confirm them</button>.
		</p>
	{/if}
	<p class="acts">
		<button type="button" onclick={onremove}>Remove this change</button>
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
