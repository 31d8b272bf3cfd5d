<script lang="ts">
	import { SCREEN } from '$lib/reading/writing';
	import { afterNavigate, goto } from '$app/navigation';
	import { Casebook, type CasebookSnapshot } from '$lib/desk/casebook.svelte';
	import { keepRule, keptRule } from '$lib/desk/kept-rule';
	import { onSignedInAgain } from '$lib/desk/session';
	import {
		askBook,
		askFound,
		createCase,
		deleteCase,
		renameCase,
		restoreCase,
		takeCases,
		whyNot,
		type Answer
	} from '$lib/desk/requests';
	import { plain, type Sentence } from '$lib/messages/sentence';
	import type { CaseDocument, NewCase } from '$lib/document/case';
	import { addressOf, LONGEST_SEARCH, USUAL, type Question } from '$lib/document/casebook';
	import KeyLine from '$lib/ui/KeyLine.svelte';
	import { keysFor, LINE_KEYS } from '$lib/words/keys';
	import TakeFile from '$lib/ui/TakeFile.svelte';
	import { casebookSentence, nothingShared } from '$lib/words/casebook';
	import Answered from '$lib/ui/Answer.svelte';
	import Notice from '$lib/ui/Notice.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import { isTyping } from '$lib/ui/typing';
	import { codeAhead } from './code-ahead';
	import CaseLines from './CaseLines.svelte';
	import MadeFile from './MadeFile.svelte';
	import ShownLine from './ShownLine.svelte';
	import { onMount, untrack } from 'svelte';
	import type { PageProps, Snapshot } from './$types';
	import { t } from '$lib/words/labels/casebook';

	const { data }: PageProps = $props();

	const book = $derived(new Casebook(USUAL, data.page, askBook));
	const totals = $derived(book.answered.totals);
	let asked = $state(false);
	let notice = $state.raw<{ text: string; restores?: string; deletes?: readonly string[] } | null>(
		null
	);
	/** Cases that have been read from a file and are not taken yet. */
	let taking = $state.raw<{ readonly count: number; readonly all: number } | null>(null);
	let proposed = $state.raw<{ cases: readonly CaseDocument[]; sentence: Sentence } | null>(null);
	let reading = $state<string | null>(null);
	let searchField = $state<HTMLInputElement>();
	let list = $state<HTMLElement>();

	// Not needed for the first page, and there before anybody has moved a hand.
	onMount(() => {
		const soon = setTimeout(() => {
			void import('./NewCaseLine.svelte');
			void import('./LabelField.svelte');
		}, 400);
		return () => clearTimeout(soon);
	});

	onMount(() => codeAhead(() => [`/cases/${crypto.randomUUID()}`]));

	// What had no answer while nobody was signed in.
	onMount(() => onSignedInAgain(() => void book.again()));

	const isReader = $derived(data.person?.role === 'reader');
	/** An empty casebook has the line for its first case open. */
	const opening = $derived(!isReader && (asked || totals.cases === 0));
	const sentence: Sentence = $derived(
		isReader && totals.cases === 0
			? nothingShared(SCREEN)
			: casebookSentence(totals, book.answered.question, SCREEN)
	);
	const parameters = $derived(addressOf(book.question).toString());

	// The server doesn't know the rule that is kept here.
	$effect(() => {
		const looked = book;
		untrack(() => {
			const rule = keptRule();
			const { months, off } = looked.question.rule;
			if (rule.months !== months || rule.off !== off) void looked.ask({ rule });
		});
	});

	/** Asks for other lines, from the first one on. */
	async function ask(change: Partial<Question>): Promise<void> {
		await book.ask(change);
		if (list && scrollY > list.offsetTop) scrollTo({ top: list.offsetTop });
	}

	// The link to the casebook leads to all of it, also from a part of it.
	afterNavigate(({ type, from }) => {
		if (type === 'link' && from?.route.id === '/') void ask({ ...USUAL, rule: book.question.rule });
	});

	/** Restores the query and the lines in view after coming back from a case. */
	export const snapshot: Snapshot<CasebookSnapshot> = {
		capture: () => book.keep(),
		restore: (kept) => void book.restore(kept)
	};

	const search = (text: string) => void ask({ search: text });

	async function found(): Promise<readonly string[] | null> {
		const answer = await askFound(book.question);
		if (answer.kind === 'done') return answer.value.ids;
		say(answer);
		return null;
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
		try {
			const { lookedAt } = await import('./imported-cases');
			const content = await lookedAt(file, data.today);
			if ('refused' in content) notice = { text: content.refused };
			else proposed = content;
		} finally {
			reading = null;
		}
	}

	async function take(cases: readonly CaseDocument[]): Promise<void> {
		const before = proposed;
		proposed = null;
		taking = { count: 0, all: cases.length };
		const answer = await takeCases(cases, (count) => (taking = { count, all: cases.length }));
		taking = null;
		if (answer.kind !== 'done') {
			proposed = before;
			return say(answer);
		}
		const { takenCases } = await import('$lib/words/imports');
		const text = takenCases(
			cases.map(({ label }) => label),
			SCREEN
		);
		notice = { text, deletes: answer.value.ids };
		await book.again();
	}

	/** Takes back what was taken in. */
	async function giveBack(ids: readonly string[]): Promise<void> {
		notice = null;
		for (const id of ids) {
			const answer = await deleteCase(id);
			if (answer.kind !== 'done') say(answer);
		}
		await book.again();
	}

	async function rename(id: string, label: string): Promise<void> {
		const answer = await renameCase(id, label);
		if (answer.kind !== 'done') say(answer);
		await book.again();
	}

	async function remove(id: string, label: string): Promise<void> {
		const answer = await deleteCase(id);
		if (answer.kind === 'done')
			notice = { text: t('“{label}” is deleted', { label }), restores: id };
		else say(answer);
		await book.again();
	}

	async function restore(id: string): Promise<void> {
		const answer = await restoreCase(id);
		notice = null;
		if (answer.kind !== 'done') say(answer);
		await book.again();
	}

	function say(answer: Answer<unknown>): void {
		notice = { text: whyNot(answer) };
	}

	function shortcut(event: KeyboardEvent): void {
		if (isTyping(event)) return;
		if (event.key === '/') searchField?.focus();
		else if (event.key === 'n' && !isReader) asked = true;
		else return;
		event.preventDefault();
	}
</script>

<svelte:head><title>{t('Casebook')} · Residuum</title></svelte:head>
<svelte:window onkeydown={shortcut} />

<TopLine path={[{ name: t('Casebook'), href: '/' }]} />

<main class:wide={data.person}>
	<h1 class="unseen">{t('Casebook')}</h1>
	<div class="top">
		<Answered {sentence} />
		<div class="actions screen-only">
			{#if totals.cases > 0}
				<label>
					<span class="unseen">{t('Search the cases')}</span>
					<input
						type="search"
						placeholder={t('Search ( / )')}
						bind:this={searchField}
						maxlength={LONGEST_SEARCH}
						bind:value={() => book.question.search, search}
						onkeydown={(event) => event.key === 'Escape' && search('')}
					/>
				</label>
			{/if}
			{#if !isReader}
				<TakeFile
					accept=".json,.ofx,.qfx"
					title={t('Cases (JSON) or a creditor’s statement (OFX). …')}
					onfile={(file) => void look(file)}>{t('Import')}</TakeFile
				>
			{/if}
			<a class="act" href="/creditors" title={t('What creditors ask, and what they usually …')}
				>{t('Creditors')}</a
			>
			{#if totals.cases > 0 && !isReader}
				<a class="act" href="/glance" title={t('Where the cases stand, and what was paid off')}
					>{t('At a glance')}</a
				>
				<a class="act" href="/reminders" title={t('What is due of the cases')}>{t('Reminders')}</a>
				<a class="act" href="/what-if" title={t('What a change would make of all cases')}
					>{t('What if …')}</a
				>
			{/if}
			{#if totals.cases > 0}
				<a class="act" href="/outbox" title={t('Messages to clients. Nothing leaves this machine')}
					>{t('Outbox')}</a
				>
			{/if}
			{#if !opening && !isReader}
				<button type="button" class="new" onclick={() => (asked = true)}>
					{t('New case')}<kbd aria-hidden="true">n</kbd>
				</button>
			{/if}
		</div>
	</div>

	{#if data.behind > 0}
		<p class="behind">
			{t('{behind} debts have older values …', { behind: data.behind })}
			<a class="act" href="/indexes">{t('See what they move ›')}</a>
		</p>
	{/if}

	{#if opening}
		{#await import('./NewCaseLine.svelte') then { default: NewCaseLine }}
			<NewCaseLine today={data.today} oncreate={create} onclose={() => (asked = false)} />
		{/await}
	{/if}

	{#if reading}
		<p role="status">{t('Reading “{reading}” …', { reading })}</p>
	{:else if taking && taking.all > 50}
		<p role="status">
			{t('{count} of {all} cases imported …', { count: taking.count, all: taking.all })}
		</p>
	{:else if proposed}
		{@const { cases, sentence } = proposed}
		{#await import('./ProposedCases.svelte') then { default: ProposedCases }}
			<ProposedCases {sentence} ontake={() => void take(cases)} onclose={() => (proposed = null)} />
		{/await}
	{/if}

	{#if totals.cases > 0}
		<div class="below screen-only">
			<ShownLine
				{totals}
				show={book.question.show}
				rule={book.question.rule}
				onshow={(show) => void ask({ show })}
				onrule={(rule) => {
					keepRule(rule);
					void ask({ rule });
				}}
			/>
			<div class="files">
				{#if totals.found > 0}
					<MadeFile
						task={async () => {
							const cases = await found();
							return cases && { cases };
						}}
						title={t('As a file (JSON) that can be …')}
						words={totals.found === totals.cases ? t('Export all') : t('Export these')}
					/>
					<a
						href="/api/casebook/csv?{parameters}"
						download
						title={t('Export these lines as a table (CSV)')}>{t('Table (CSV)')}</a
					>
				{/if}
				{#if !isReader}<a href="/deleted-cases">{t('Deleted cases')}</a>{/if}
			</div>
		</div>
	{:else if !isReader}
		{#await import('./FirstCase.svelte') then { default: FirstCase }}
			<FirstCase ontake={(example) => void take([example])} />
		{/await}
		<p class="files"><a href="/deleted-cases">{t('Deleted cases')}</a></p>
	{/if}
	{#if book.failure}
		<p role="alert">
			{whyNot(book.failure)}
			<button type="button" onclick={() => void book.again()}>{t('Try again')}</button>
		</p>
	{/if}
	<div bind:this={list}>
		{#if totals.found > 0}
			<CaseLines
				{book}
				today={data.today}
				person={data.person}
				onsort={(sort) => void ask({ sort })}
				onrename={rename}
				onremove={remove}
				onheld={() => void book.again()}
			/>
			<KeyLine keys={keysFor(LINE_KEYS, !isReader)} />
		{/if}
	</div>
</main>

{#if notice}
	{@const { text, restores, deletes } = notice}
	<Notice
		{text}
		onact={restores ? () => restore(restores) : deletes && (() => giveBack(deletes))}
		onclose={() => (notice = null)}
	/>
{/if}

<span class="unseen" role="status">{book.question.search === '' ? '' : plain(sentence)}</span>

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

	.actions :global(:is(a, button)) {
		min-height: var(--target);
		align-content: center;
	}

	.actions {
		display: flex;
		flex-wrap: wrap;
		gap: 8px 20px;
		align-items: center;
		margin-inline-start: auto;
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

	.behind {
		margin: -12px 0 18px;
		color: var(--quiet);
	}

	.below {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 28px;
		justify-content: space-between;
		min-height: 40px;
	}

	.files {
		display: flex;
		gap: 18px;
		align-items: center;
		min-height: 32px;
		margin-inline-start: auto;
		font-size: 14px;
	}

	.files > :global(:is(a, button)) {
		min-height: var(--target);
		align-content: center;
	}

	.files a,
	.act {
		color: var(--act);
		font-weight: 600;
		text-decoration: none;
		white-space: nowrap;
	}

	.new {
		height: 32px;
		color: var(--act);
		font-weight: 600;
		white-space: nowrap;
	}

	kbd {
		margin-inline-start: 6px;
		color: var(--quiet);
	}
</style>
