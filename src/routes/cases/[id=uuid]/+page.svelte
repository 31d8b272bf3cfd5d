<script lang="ts">
	import { caseTotals } from '$lib/core/debt/ways';
	import { deskInUse } from '$lib/desk/case-desk.svelte';
	import { withBack, without } from '$lib/desk/debt-entry';
	import { caseSentence } from '$lib/words/debt-answer';
	import { carriedOut } from '$lib/document/case';
	import type { DebtEntry } from '$lib/document/debt';
	import { isWhose, type PersonEntry } from '$lib/document/household';
	import { nameOf } from '$lib/words/debt';
	import { whoseInWords } from '$lib/words/who-pays';
	import { say } from '$lib/messages/sentence';
	import Answer from '$lib/ui/Answer.svelte';
	import Notice from '$lib/ui/Notice.svelte';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { withFields } from '$lib/document/balances';
	import { debtOfAccount, withAccount } from '$lib/exchange/account-debt';
	import type { AccountStatement } from '$lib/exchange/statement-ofx';
	import type { Sheet } from '$lib/exchange/table';
	import { quoted } from '$lib/reading/reading';
	import TakeFile from '$lib/ui/TakeFile.svelte';
	import { countOf } from '$lib/words/amounts';
	import { v4 as newId } from 'uuid';
	import { creditorBook } from '$lib/desk/reference-book.svelte';
	import { onMount } from 'svelte';
	import type { PageProps } from './$types';
	import CaseNote from './CaseNote.svelte';
	import EntryGrid from './EntryGrid.svelte';
	import WhoseFilter from './WhoseFilter.svelte';
	import { t } from '$lib/words/labels/case';

	const { data }: PageProps = $props();
	const inUse = deskInUse();
	const desk = $derived(inUse());
	const debts = $derived(desk.document.debts);
	const people = $derived(desk.document.people);
	const { whose } = $derived(desk.onScreen);
	const required = $derived(carriedOut(desk.document, 'required'));
	/** The debts that are looked at, and what is known of them. */
	const shown = $derived(debts.filter((debt) => isWhose(people, debt, whose)));
	const runs = $derived(shown.flatMap(({ id }) => required.get(id)?.run ?? []));
	const sentence = $derived([
		...(shown.length < debts.length ? [say(whoseInWords(people, whose, desk.writing))] : []),
		...caseSentence(
			caseTotals(runs),
			{ debts: shown.length, unfinished: shown.length - runs.length },
			desk.document.asOf,
			desk.writing
		)
	]);

	onMount(() => void creditorBook.open());

	let grid = $state<ReturnType<typeof EntryGrid>>();
	let about = $state.raw<HTMLElement | null>(null);

	/** The content read and not imported yet. */
	type Proposed =
		| { readonly of: 'rows'; readonly source: string; readonly sheets: readonly Sheet[] }
		| { readonly of: 'accounts'; readonly accounts: readonly AccountStatement[] };
	let proposed = $state.raw<Proposed | null>(null);
	let reading = $state<string | null>(null);
	let refusal = $state<string | null>(null);

	async function look(file: File): Promise<void> {
		refusal = null;
		reading = file.name;
		try {
			const { readFile } = await import('$lib/workers/read-file');
			const content = await readFile(file, desk.writing);
			if (content.kind === 'refused') refusal = content.message;
			else if (content.kind === 'cases') {
				const { casesElsewhere } = await import('$lib/words/imports');
				refusal = casesElsewhere(file.name, desk.writing);
			} else if (content.kind === 'accounts')
				proposed = { of: 'accounts', accounts: content.accounts };
			else proposed = { of: 'rows', source: quoted(content.name), sheets: content.sheets };
		} finally {
			reading = null;
		}
	}

	/** Rows copied from a sheet, or a list that was typed elsewhere. */
	async function paste(text: string): Promise<void> {
		refusal = null;
		const { pastedRows } = await import('./pasted-rows');
		const pasted = pastedRows(text, desk.writing);
		if ('refusal' in pasted) ({ refusal } = pasted);
		else proposed = { of: 'rows', ...pasted };
	}

	function takeDebts(
		taken: readonly DebtEntry[],
		people: readonly PersonEntry[],
		hasMore: boolean
	): void {
		const first = debts.length;
		if (!hasMore) proposed = null;
		const what = countOf(desk.writing, taken.length, 'debts');
		desk.change(t('import of {what}', { what }), (document) => ({
			...document,
			people: [...people],
			debts: [...document.debts, ...taken].slice(0, LIMITS.debts)
		}));
		if (!hasMore) void grid?.goTo(first);
		void desk.flush();
	}

	function takeAccounts(
		taken: readonly { account: AccountStatement; to: string | null; balance: string | null }[]
	): void {
		proposed = null;
		const first = debts.length;
		const made = taken.map((one) => ({ ...one, id: newId() }));
		desk.change(t('import of a statement'), (document) => ({
			...document,
			debts: made.reduce(
				(debts, { account, to, balance, id }) =>
					to === null
						? [...debts, debtOfAccount(account, id)].slice(0, LIMITS.debts)
						: debts.map((debt) =>
								debt.id === to ? withFields(debt, withAccount(debt, account, balance)) : debt
							),
				document.debts
			)
		}));
		const known = debts.findIndex(({ id }) => taken.some(({ to }) => to === id));
		void grid?.goTo(known === -1 ? first : known);
		void desk.flush();
	}

	interface Deletion {
		readonly debt: DebtEntry;
		readonly index: number;
		readonly what: string;
	}
	let deleted = $state.raw<Deletion | null>(null);

	function remove(index: number): void {
		const debt = debts[index];
		if (!debt) return;
		const what = t('deletion of {debt}', { debt: nameOf(debt, desk.writing) });
		desk.change(what, (document) => without(document, debt.id));
		void desk.flush();
		deleted = { debt, index, what };
	}

	// Brought back in another way, there is nothing left for the notice to offer.
	$effect(() => {
		if (deleted && desk.debt(deleted.debt.id)) deleted = null;
	});

	/** Undoes the deletion; where something else was changed since, the debt alone comes back. */
	async function takeBack({ debt, index, what }: Deletion): Promise<void> {
		deleted = null;
		await desk.flush();
		if (desk.debt(debt.id)) return;
		if (desk.undoable === what) return desk.step('undo');
		desk.change(t('restoring {debt}', { debt: nameOf(debt, desk.writing) }), (document) =>
			withBack(document, debt, index)
		);
	}
</script>

<svelte:head><title>{desk.document.label} · Residuum</title></svelte:head>

<main>
	<h1 class="unseen">{t('Debts of {label}', { label: desk.document.label })}</h1>
	<div class="top">
		<Answer {sentence} />
		<span class="acts">
			<TakeFile
				accept=".csv,.tsv,.txt,.xlsx,.ofx,.qfx"
				title={t('A sheet (CSV, XLSX) or a creditor’s …')}
				onfile={(file) => void look(file)}
			>
				{t('Import')}
			</TakeFile>
			<button
				type="button"
				class="about"
				title={t('The client, the date of the balances …')}
				onclick={(event) => (about = event.currentTarget)}>{t('Case settings ›')}</button
			></span
		>
	</div>
	{#if reading}
		<p role="status">{t('Reading “{reading}” …', { reading })}</p>
	{:else if refusal}
		<p class="refusal" role="alert">
			{refusal}
			<button type="button" onclick={() => (refusal = null)}>{t('Close')}</button>
		</p>
	{/if}
	{#if people.length > 0}
		<WhoseFilter {people} {whose} onchange={(to) => (desk.onScreen.whose = to)} />
	{/if}
	<div>
		<EntryGrid
			bind:this={grid}
			{desk}
			{required}
			onremove={remove}
			onpaste={(text) => void paste(text)}
		/>
		{#if proposed?.of === 'rows'}
			<!-- What was said of one table says nothing of the next. -->
			{#key proposed}
				{@const { source, sheets } = proposed}
				{#await import('./ProposedDebts.svelte') then { default: ProposedDebts }}
					<ProposedDebts
						{desk}
						{source}
						{sheets}
						ontake={takeDebts}
						onclose={() => (proposed = null)}
					/>
				{/await}
			{/key}
		{:else if proposed}
			{@const { accounts } = proposed}
			{#await import('./ImportedAccounts.svelte') then { default: ImportedAccounts }}
				<ImportedAccounts
					{desk}
					{accounts}
					ontake={takeAccounts}
					onclose={() => (proposed = null)}
				/>
			{/await}
		{/if}
	</div>
</main>

{#if about}
	<CaseNote
		{desk}
		today={data.today}
		anchor={about}
		onclose={() => {
			about?.focus();
			about = null;
		}}
	/>
{/if}
{#if deleted !== null}
	{@const deletion = deleted}
	<Notice
		text={t('{debt} is deleted', { debt: nameOf(deletion.debt, desk.writing) })}
		onact={() => takeBack(deletion)}
		onclose={() => (deleted = null)}
	/>
{/if}

<style>
	main {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 22px;
		padding: 26px 24px 90px;
	}

	.top {
		display: flex;
		flex-wrap: wrap;
		gap: 12px 24px;
		align-items: baseline;
		justify-content: space-between;
	}

	.acts {
		display: flex;
		flex: none;
		gap: 22px;
	}

	.acts > :global(button) {
		min-height: var(--target);
	}

	.refusal {
		padding-inline-start: 10px;
		border-inline-start: 3px solid var(--ink);
	}

	.refusal button {
		margin-inline-start: 10px;
		color: var(--act);
		font-weight: 600;
	}

	.about {
		color: var(--act);
		font-weight: 600;
	}
</style>
