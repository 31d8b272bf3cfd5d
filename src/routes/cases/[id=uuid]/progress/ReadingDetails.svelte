<!-- Details of a recorded balance: its date, the printed interest, and payments and charges since. -->
<script lang="ts">
	import { SCREEN } from '$lib/reading/writing';
	import type { DebtDrift } from '$lib/core/plan/drift';
	import { beginOf } from '$lib/core/plan/drift';
	import { newRecorded, withBalanceRead, type Read } from '$lib/document/visits';
	import type { BalanceEntry } from '$lib/document/balances';
	import type { TransactionEntry } from '$lib/document/debt';
	import {
		alsoInFile,
		type RecordedEvent,
		type ReadingEntry,
		type VisitEntry
	} from '$lib/document/life';
	import type { Writing } from '$lib/reading/writing';
	import AddDraft from '$lib/ui/AddDraft.svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import IconButton from '$lib/ui/IconButton.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { balanceName } from '$lib/words/account';
	import {
		alsoInFileWords,
		computedWords,
		recordedKind,
		inferredWords,
		inFileWords,
		sinceWords
	} from '$lib/words/progress';
	import X from '@lucide/svelte/icons/x';
	import { tick } from 'svelte';
	import { moneyText } from '../debt-fields';
	import { pastDateText } from './readings';
	import { t } from '$lib/words/labels/progress';

	interface Props {
		debt: string;
		name: string;
		/** The balances of the debt, where it has several. */
		balances: readonly BalanceEntry[];
		drift: DebtDrift;
		reading: ReadingEntry | null;
		visit: VisitEntry;
		fixed: boolean;
		/** All entered payments and charges. */
		recordedEvents: readonly RecordedEvent[];
		transactions: readonly TransactionEntry[];
		writing: Writing;
		onread: (read: Read) => void;
		onrecorded: (item: RecordedEvent) => void;
		ongone: (id: string) => void;
	}
	const {
		debt,
		name,
		balances,
		drift,
		reading,
		visit,
		fixed,
		recordedEvents,
		transactions,
		writing,
		onread,
		onrecorded,
		ongone
	}: Props = $props();

	const until = $derived(reading?.date ?? visit.date);
	/** The day after which this reading tells what happened: that of the reading before, or the beginning. */
	const since = $derived(
		drift.intervals.findLast(({ date }) => date < until)?.date ?? beginOf(drift.forecast)
	);
	const isWithin = (date: string) => date > since && date <= until;
	const items = $derived(
		recordedEvents
			.filter(({ date }) => isWithin(date))
			.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0))
	);
	const twice = $derived(alsoInFile(recordedEvents, transactions));
	const interval = $derived(drift.intervals.find(({ date }) => date === reading?.date));
	const filed = $derived(
		transactions.filter(({ date, kind }) => isWithin(date) && kind !== 'interest').length
	);
	const money = $derived(moneyText(writing));
	const day = $derived(pastDateText(visit.date, writing));

	const KINDS = (['payment', 'charge', 'fee'] as const).map((value) => ({
		value,
		words: recordedKind(value, SCREEN)
	}));

	/** The entry being typed: it counts once added, because a payment of zero says that nothing was paid. */
	type Draft = Omit<RecordedEvent, 'amount'> & { readonly amount: RecordedEvent['amount'] | null };
	let draft = $state.raw<Draft | null>(null);
	let opener = $state<HTMLButtonElement>();

	async function add(): Promise<void> {
		if (!draft || draft.amount === null) return;
		onrecorded({ ...draft, amount: draft.amount });
		await close();
	}

	async function close(): Promise<void> {
		draft = null;
		await tick();
		opener?.focus();
	}
</script>

<div class="details">
	{#if reading}
		<label>
			<span>{t('recorded as of')}</span>
			{#if fixed}{day.write(reading.date)}{:else}
				<TypedField
					label={t('Date of the balance of {name}', { name })}
					value={reading.date}
					{...day}
					onchange={(date) => date !== null && onread({ date })}
				/>
			{/if}
		</label>
		<label>
			<span>{t('printed interest')}</span>
			{#if fixed}{reading.interest === null ? '–' : money.write(reading.interest)}{:else}
				<TypedField
					label={t('Printed interest, {name}', { name })}
					value={reading.interest}
					{...money}
					optional
					placeholder={t('not known')}
					onchange={(interest) => onread({ interest })}
				/>
			{/if}
		</label>
		{#if interval}<span class="quiet">{computedWords(interval.computed, writing)}</span>{/if}
		{#if balances.length > 0}
			<div class="balances" role="group" aria-label={t('Each balance of {name}', { name })}>
				{#each balances as balance (balance.id)}
					{@const of = balanceName(balance, writing)}
					{@const known = reading.byBalance.find(({ id }) => id === balance.id)?.balance ?? null}
					<label>
						<span>{of}</span>
						{#if fixed}{known === null ? '–' : money.write(known)}{:else}
							<TypedField
								label={t('Balance of {of}, {name}', { of, name })}
								value={known}
								{...money}
								optional
								side="right"
								placeholder={t('not known')}
								onchange={(amount) =>
									onread(withBalanceRead(reading, balances, balance.id, amount))}
							/>
						{/if}
					</label>
				{/each}
				{#if reading.byBalance.length < balances.length}
					<small>{t('The total is divided as expected …')}</small>
				{/if}
			</div>
		{/if}
	{/if}
	<div class="recorded">
		<span class="quiet"
			>{sinceWords(since, writing)}
			{#if interval?.inferred}{inferredWords(interval.paid, writing)}{/if}</span
		>
		{#each items as item (item.id)}
			<span class="item">
				{#if fixed}
					{day.write(item.date)}: {recordedKind(item.kind, writing)}
					{money.write(item.amount)}
				{:else}
					<Choice
						label={t('Kind, {name}', { name })}
						value={item.kind}
						options={KINDS}
						onchange={(kind) => onrecorded({ ...item, kind })}
					/>
					<TypedField
						label={t('Amount, {name}', { name })}
						value={item.amount}
						{...money}
						side="right"
						onchange={(amount) => amount !== null && onrecorded({ ...item, amount })}
					/>
					<TypedField
						label={t('Date, {name}', { name })}
						value={item.date}
						{...day}
						onchange={(date) => date !== null && onrecorded({ ...item, date })}
					/>
					<IconButton
						title={t('Delete')}
						label={t('Delete this entry, {name}', { name })}
						onclick={() => ongone(item.id)}
					>
						<X size={14} aria-hidden="true" />
					</IconButton>
				{/if}
				{#if twice.has(item.id)}<small>{alsoInFileWords(writing)}</small>{/if}
			</span>
		{/each}
		{#if draft}
			<span class="item" data-draft>
				<Choice
					label={t('Kind, {name}', { name })}
					value={draft.kind}
					options={KINDS}
					onchange={(kind) => draft && (draft = { ...draft, kind })}
				/>
				<TypedField
					label={t('Amount, {name}', { name })}
					value={draft.amount}
					{...money}
					side="right"
					autofocus
					onchange={(amount) => draft && (draft = { ...draft, amount })}
					onenter={() => void add()}
					onescape={() => void close()}
				/>
				<TypedField
					label={t('Date, {name}', { name })}
					value={draft.date}
					{...day}
					onchange={(date) => draft && date !== null && (draft = { ...draft, date })}
					onenter={() => void add()}
					onescape={() => void close()}
				/>
				<span class="ends">
					<AddDraft ready={draft.amount !== null} onadd={() => void add()} />
					<button type="button" onclick={() => void close()}>{t('Cancel')}</button>
				</span>
				<small>{t('enter a payment of 0 if nothing …')}</small>
			</span>
		{:else if !fixed}
			<button
				type="button"
				bind:this={opener}
				onclick={() => (draft = { ...newRecorded(debt, until), amount: null })}
				>{t('+ payment, purchase or fee')}</button
			>
		{/if}
		{#if filed > 0 && interval}
			<span class="quiet">{inFileWords(filed, interval.paid, interval.charges, writing)}</span>
		{/if}
	</div>
</div>

<style>
	.details {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 24px;
		align-items: center;
		padding-block: 8px 10px;
		padding-inline: 40px 8px;
		border-bottom: 1px solid var(--row-line);
		background: var(--sheet);
		font-size: 14px;
	}

	label {
		display: grid;
		grid-template-columns: auto 116px;
		gap: 6px;
		align-items: center;
	}

	label > span,
	.quiet {
		color: var(--quiet);
	}

	.balances {
		display: flex;
		flex-basis: 100%;
		flex-wrap: wrap;
		gap: 4px 24px;
		align-items: center;
	}

	.recorded {
		display: grid;
		flex-basis: 100%;
		gap: 2px;
		justify-items: start;
	}

	.item {
		display: grid;
		grid-template-columns: 92px 110px 120px minmax(26px, auto) auto;
		gap: 8px;
		align-items: center;
	}

	.ends {
		display: flex;
		gap: 10px;
	}

	button:disabled {
		color: var(--quiet);
	}

	small {
		color: var(--quiet);
	}

	button {
		color: var(--act);
		font-weight: 600;
	}
</style>
