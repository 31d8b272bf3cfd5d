<script lang="ts">
	import { caseTotals } from '$lib/core/debt/ways';
	import { deskInUse } from '$lib/desk/case-desk.svelte';
	import { withBack, without } from '$lib/desk/debt-entry';
	import { caseSentence } from '$lib/words/debt-answer';
	import { carriedOut } from '$lib/document/case';
	import type { DebtEntry } from '$lib/document/debt';
	import { nameOf } from '$lib/words/debt';
	import Answer from '$lib/ui/Answer.svelte';
	import Notice from '$lib/ui/Notice.svelte';
	import type { PageProps } from './$types';
	import CaseNote from './CaseNote.svelte';
	import EntryGrid from './EntryGrid.svelte';

	const { data }: PageProps = $props();
	const inUse = deskInUse();
	const desk = $derived(inUse());
	const debts = $derived(desk.document.debts);
	const asked = $derived(carriedOut(desk.document, 'asked'));
	const sentence = $derived(
		caseSentence(
			caseTotals([...asked.values()].map(({ run }) => run)),
			{ debts: debts.length, unfinished: debts.length - asked.size },
			desk.document.asOf,
			desk.writing
		)
	);

	let about = $state.raw<HTMLElement | null>(null);

	interface Deletion {
		readonly debt: DebtEntry;
		readonly index: number;
		readonly what: string;
	}
	let deleted = $state.raw<Deletion | null>(null);

	function remove(index: number): void {
		const debt = debts[index];
		if (!debt) return;
		const what = `deletion of ${nameOf(debt, desk.writing)}`;
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
		desk.change(`return of ${nameOf(debt, desk.writing)}`, (document) =>
			withBack(document, debt, index)
		);
	}
</script>

<svelte:head><title>{desk.document.label} · Residuum</title></svelte:head>

<main>
	<h1 class="unseen">Debts of {desk.document.label}</h1>
	<div class="top">
		<Answer {sentence} />
		<button
			type="button"
			class="about"
			title="The client, the day of the figures, the currency"
			onclick={(event) => (about = event.currentTarget)}>This case ›</button
		>
	</div>
	<EntryGrid {desk} {asked} onremove={remove} />
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
		text="{nameOf(deletion.debt, desk.writing)} is deleted."
		undo="Undo"
		onundo={() => takeBack(deletion)}
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
		gap: 24px;
		align-items: baseline;
		justify-content: space-between;
	}

	.about {
		flex: none;
		color: var(--act);
		font-weight: 600;
	}
</style>
