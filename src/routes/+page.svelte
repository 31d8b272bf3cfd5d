<script lang="ts">
	import { SCREEN } from '$lib/reading/writing';
	import { goto, invalidateAll } from '$app/navigation';
	import {
		createCase,
		deleteCase,
		renameCase,
		restoreCase,
		takeCases,
		whyNot,
		type Answer
	} from '$lib/desk/requests';
	import { plain, type Sentence } from '$lib/words/sentence';
	import type { CaseDocument, NewCase } from '$lib/document/case';
	import TakeFile from '$lib/ui/TakeFile.svelte';
	import type { wantInWords as WantInWords } from '$lib/words/visits';
	import { casebookSentence, nothingShared } from '$lib/words/casebook';
	import Answered from '$lib/ui/Answer.svelte';
	import Notice from '$lib/ui/Notice.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import {
		inOrder,
		keepRule,
		keptRule,
		USUAL_RULE,
		wanting,
		type Sort
	} from '$lib/desk/casebook-order';
	import CaseLines from './CaseLines.svelte';
	import CasesFile from './CasesFile.svelte';
	import { onMount } from 'svelte';
	import type { PageProps } from './$types';

	const { data }: PageProps = $props();

	let searched = $state('');
	let asked = $state(false);
	let notice = $state.raw<{ text: string; restores?: string; deletes?: readonly string[] } | null>(
		null
	);
	/** Cases that have been read from a file and are not taken yet. */
	let proposed = $state.raw<{ cases: readonly CaseDocument[]; sentence: Sentence } | null>(null);
	let reading = $state<string | null>(null);
	let search = $state<HTMLInputElement>();

	// Not needed for the first page, and there before anybody has moved a hand.
	onMount(() => {
		const soon = setTimeout(() => {
			void import('./NewCaseLine.svelte');
			void import('./LabelField.svelte');
		}, 400);
		return () => clearTimeout(soon);
	});

	const isReader = $derived(data.person?.role === 'reader');
	/** An empty casebook has the line for its first case open. */
	const opening = $derived(!isReader && (asked || data.cases.length === 0));
	const words = $derived(searched.toLowerCase().split(/\s+/).filter(Boolean));
	let sort = $state<Sort>('touched');
	let onlyWanting = $state(false);
	let rule = $state.raw(USUAL_RULE);
	onMount(() => {
		rule = keptRule();
	});
	const wantVisit = $derived(wanting(data.cases, data.today, rule));
	const found = $derived(
		inOrder(onlyWanting ? wantVisit : data.cases, sort).filter(({ label }) =>
			words.every((word) => label.toLowerCase().includes(word))
		)
	);
	/** How what wants a visit is said; there with the line that asks for it. */
	let wantWords = $state.raw<typeof WantInWords | null>(null);
	const sentence: Sentence = $derived(
		onlyWanting && wantWords && searched.trim() === ''
			? wantWords(found.length, rule, SCREEN)
			: isReader && data.cases.length === 0
				? nothingShared(SCREEN)
				: casebookSentence(data.cases.length, found.length, searched, SCREEN)
	);

	async function showWanting(only: boolean): Promise<void> {
		wantWords = (await import('$lib/words/visits')).wantInWords;
		onlyWanting = only;
	}

	async function create(request: NewCase): Promise<void> {
		const answer = await createCase(request);
		if (answer.kind === 'done') await goto(`/cases/${answer.value.id}`);
		else say(answer);
	}

	async function look(file: File): Promise<void> {
		notice = null;
		proposed = null;
		reading = file.name;
		const { lookedAt } = await import('./taken-cases');
		const content = await lookedAt(file, data.today);
		reading = null;
		if ('refused' in content) notice = { text: content.refused };
		else proposed = content;
	}

	async function take(cases: readonly CaseDocument[]): Promise<void> {
		const answer = await takeCases(cases);
		if (answer.kind !== 'done') return say(answer);
		proposed = null;
		const { takenCases } = await import('$lib/words/taken-in');
		const text = takenCases(
			cases.map(({ label }) => label),
			SCREEN
		);
		notice = { text, deletes: answer.value.ids };
		await invalidateAll();
	}

	/** Takes back what was taken in. */
	async function giveBack(ids: readonly string[]): Promise<void> {
		notice = null;
		for (const id of ids) {
			const answer = await deleteCase(id);
			if (answer.kind !== 'done') say(answer);
		}
		await invalidateAll();
	}

	async function rename(id: string, label: string): Promise<void> {
		const answer = await renameCase(id, label);
		if (answer.kind !== 'done') say(answer);
		await invalidateAll();
	}

	async function remove(id: string, label: string): Promise<void> {
		const answer = await deleteCase(id);
		if (answer.kind === 'done') notice = { text: `“${label}” is deleted.`, restores: id };
		else say(answer);
		await invalidateAll();
	}

	async function restore(id: string): Promise<void> {
		const answer = await restoreCase(id);
		notice = null;
		if (answer.kind !== 'done') say(answer);
		await invalidateAll();
	}

	function say(answer: Answer<unknown>): void {
		notice = { text: whyNot(answer) };
	}

	function shortcut(event: KeyboardEvent): void {
		const typing = event.target instanceof HTMLInputElement;
		if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
		if (event.key === '/') search?.focus();
		else if (event.key === 'n' && !isReader) asked = true;
		else return;
		event.preventDefault();
	}
</script>

<svelte:head><title>Casebook · Residuum</title></svelte:head>
<svelte:window onkeydown={shortcut} />

<TopLine path={[{ name: 'Casebook', href: '/' }]} />

<main class:wide={data.person}>
	<h1 class="unseen">Casebook</h1>
	<div class="top">
		<Answered {sentence} />
		<div class="actions">
			{#if data.cases.length > 0}
				<label>
					<span class="unseen">Search the cases</span>
					<input
						type="search"
						placeholder="Search  ( / )"
						bind:this={search}
						bind:value={searched}
						onkeydown={(event) => event.key === 'Escape' && (searched = '')}
					/>
				</label>
			{/if}
			{#if !isReader}
				<TakeFile
					accept=".json,.ofx,.qfx"
					title="Cases (JSON) or a lender’s statement (OFX); it can be dropped anywhere here"
					onfile={(file) => void look(file)}>Take in a file</TakeFile
				>
			{/if}
			{#if found.length > 0}
				<CasesFile
					ids={found.map(({ id }) => id)}
					words={`${found.length === data.cases.length ? 'All' : `These ${found.length}`} as a file`}
				/>
				<a class="act" href="/outbox" title="Messages to clients: nothing leaves this machine"
					>Outbox</a
				>
			{/if}
			{#if !opening && !isReader}
				<button type="button" class="new" onclick={() => (asked = true)}>
					New case<kbd aria-hidden="true">n</kbd>
				</button>
			{/if}
		</div>
	</div>

	{#if opening}
		{#await import('./NewCaseLine.svelte') then { default: NewCaseLine }}
			<NewCaseLine today={data.today} oncreate={create} onclose={() => (asked = false)} />
		{/await}
	{/if}

	{#if reading}
		<p role="status">Reading “{reading}” …</p>
	{:else if proposed}
		{@const { cases, sentence } = proposed}
		{#await import('./ProposedCases.svelte') then { default: ProposedCases }}
			<ProposedCases {sentence} ontake={() => void take(cases)} onclose={() => (proposed = null)} />
		{/await}
	{/if}

	{#if wantVisit.length > 0 || onlyWanting}
		<div class="want">
			{#await import('./VisitRuleLine.svelte') then { default: VisitRuleLine }}
				<VisitRuleLine
					count={wantVisit.length}
					{rule}
					only={onlyWanting}
					ononly={(only) => void showWanting(only)}
					onrule={(next) => {
						rule = next;
						keepRule(next);
					}}
				/>
			{/await}
		</div>
	{/if}
	{#if found.length > 0}
		<CaseLines
			cases={found}
			today={data.today}
			person={data.person}
			{sort}
			onsort={(by) => (sort = by)}
			onrename={rename}
			onremove={remove}
			onheld={() => void invalidateAll()}
		/>
	{/if}
	{#if !isReader}<p class="bin"><a href="/bin">Deleted cases</a></p>{/if}
</main>

{#if notice}
	{@const { text, restores, deletes } = notice}
	<Notice
		{text}
		{...restores ? { undo: 'Undo', onundo: () => restore(restores) } : {}}
		{...deletes ? { undo: 'Undo', onundo: () => giveBack(deletes) } : {}}
		onclose={() => (notice = null)}
	/>
{/if}

<span class="unseen" role="status">{searched === '' ? '' : plain(sentence)}</span>

<style>
	main {
		max-width: 1180px;
		padding: 26px 24px 90px;
	}

	/* Whose a case is takes some room. */
	.wide {
		max-width: 1280px;
	}

	.top {
		display: flex;
		flex-wrap: wrap;
		gap: 16px 40px;
		align-items: baseline;
		justify-content: space-between;
		margin-bottom: 22px;
	}

	.actions {
		display: flex;
		gap: 20px;
		align-items: center;
		margin-left: auto;
	}

	input {
		width: 200px;
		height: 32px;
		padding: 0 8px;
		border: 0;
		border-bottom: 1px solid var(--act);
		border-radius: 2px 2px 0 0;
		background: var(--sheet);
	}

	input::placeholder {
		color: var(--quiet);
		opacity: 1;
	}

	/* Its room is kept: nothing moves when it comes. */
	.want {
		min-height: 40px;
	}

	.act {
		color: var(--act);
		font-weight: 600;
		text-decoration: none;
		white-space: nowrap;
	}

	.bin {
		margin: 18px 6px 0;
	}

	.bin a {
		color: var(--quiet);
		font-size: 14px;
	}

	.new {
		height: 32px;
		color: var(--act);
		font-weight: 600;
		white-space: nowrap;
	}

	kbd {
		margin-left: 6px;
		padding: 0 5px;
		border: 1px solid var(--hairline);
		border-radius: 2px;
		color: var(--quiet);
		font: 600 12px/1.4 var(--sans);
	}
</style>
