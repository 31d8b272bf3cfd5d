<script lang="ts">
	import { standing } from '$lib/core/ways';
	import { deskInUse } from '$lib/desk/case-desk.svelte';
	import { without } from '$lib/desk/debt-entry';
	import { caseSentence } from '$lib/formats/answer-text';
	import { waysOf } from '$lib/formats/case-document';
	import { nameOf } from '$lib/formats/debt-text';
	import Answer from '$lib/ui/Answer.svelte';
	import Notice from '$lib/ui/Notice.svelte';
	import EntryGrid from './EntryGrid.svelte';

	const inUse = deskInUse();
	const desk = $derived(inUse());
	const debts = $derived(desk.document.debts);
	const ways = $derived(waysOf(desk.document));
	const sentence = $derived(
		caseSentence(
			standing([...ways.values()]),
			{ debts: debts.length, unfinished: debts.length - ways.size },
			desk.document.asOf,
			desk.document.currency
		)
	);

	let deleted = $state<string | null>(null);

	function remove(index: number): void {
		const debt = debts[index];
		if (!debt) return;
		desk.change(`deletion of ${nameOf(debt)}`, (document) => without(document, debt.id));
		void desk.flush();
		deleted = nameOf(debt);
	}

	function takeBack(): void {
		deleted = null;
		void desk.step('undo');
	}
</script>

<svelte:head><title>{desk.document.label} · Residuum</title></svelte:head>

<main>
	<h1 class="unseen">Debts of {desk.document.label}</h1>
	<Answer {sentence} />
	<EntryGrid {desk} {ways} onremove={remove} />
</main>

{#if deleted !== null}
	<Notice
		text="{deleted} is deleted."
		undo="Undo"
		onundo={takeBack}
		onclose={() => (deleted = null)}
	/>
{/if}

<style>
	main {
		display: grid;
		gap: 22px;
		padding: 26px 24px 90px;
	}
</style>
