<!-- What would come of all cases if something changed: the question, the answer, and the cases that are hit most. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { agencyBook, creditorBook, indexBook } from '$lib/desk/reference-book.svelte';
	import { whyNot } from '$lib/desk/requests';
	import { WRITTEN } from '$lib/exchange/what-if-csv';
	import { WhatIfDesk } from '$lib/desk/what-if.svelte';
	import type { WhatIf } from '$lib/document/what-if';
	import { SCREEN } from '$lib/reading/writing';
	import Answered from '$lib/ui/Answer.svelte';
	import Progress from '$lib/ui/Progress.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import { touchedInWords } from '$lib/words/casebook';
	import { askedInWords, runInWords, whatIfSentence } from '$lib/words/what-if';
	import { onDestroy, onMount, untrack } from 'svelte';
	import MadeFile from '../MadeFile.svelte';
	import MovedCases from './MovedCases.svelte';
	import QuestionForm from './QuestionForm.svelte';
	import type { PageProps } from './$types';
	import { t } from '$lib/words/labels/book';

	const { data }: PageProps = $props();

	const desk = new WhatIfDesk();
	const { answered, lines, runs, failure } = $derived(desk);
	const asked = $derived(page.url.searchParams.get('run'));

	let isOpen = $state(false);
	onMount(() => {
		void Promise.all([creditorBook.open(), indexBook.open(), agencyBook.open(), desk.load()]).then(
			() => (isOpen = true)
		);
	});
	onDestroy(() => desk.leave());

	$effect(() => {
		const id = asked;
		untrack(() => id !== null && void desk.open(id));
	});

	async function ask(change: WhatIf, of: string): Promise<void> {
		const id = await desk.ask(change, of);
		if (id !== null) await goto(`?run=${id}`, { keepFocus: true, noScroll: true });
	}

	const elsewhere = $derived(
		desk.running.filter(({ id }) => id !== answered?.run.id && !runs.some((one) => one.id === id))
	);
	const others = $derived(runs.filter(({ id }) => id !== answered?.run.id));
</script>

<svelte:head><title>{t('What if …')} · Residuum</title></svelte:head>
<TopLine
	path={[
		{ name: t('Casebook'), href: '/' },
		{ name: t('What if …'), href: '/what-if' }
	]}
/>
<main>
	<h1 class="unseen">{t('What if …')}</h1>
	{#if isOpen}
		<div class="screen-only">
			<QuestionForm today={data.today} people={data.people} onask={ask} />
		</div>
	{/if}
	{#if failure}
		<p role="alert">
			{whyNot(failure)}
			{#if asked}
				<button type="button" onclick={() => void desk.open(asked)}>{t('Try again')}</button>
			{/if}
		</p>
	{/if}

	{#if asked && answered}
		{@const { run, totals } = answered}
		<section aria-live="polite">
			{#if run.state === 'running' && !run.isStuck}
				<p class="question">{askedInWords(run, SCREEN)}</p>
				<p>
					<Progress
						what={runInWords(run, SCREEN)}
						done={run.cases === 0 ? 1 : run.done / run.cases}
						onstop={() => void desk.change('DELETE')}
					/>
				</p>
			{:else}
				<Answered sentence={whatIfSentence(run, totals, SCREEN)} />
				{#if run.state !== 'done'}
					<p class="rest">
						{t('Not every case is computed:')}
						{runInWords(run, SCREEN)}
						<button type="button" onclick={() => void desk.change('POST')}>{t('Go on')}</button>
					</p>
				{/if}
			{/if}
		</section>
		{#if lines.length > 0}
			<div class="head">
				<h2>{t('The cases that come out differently, those hit most first')}</h2>
				<span class="files screen-only">
					<button
						type="button"
						class="act"
						aria-pressed={run.reminds}
						title={t('Each of these cases becomes …')}
						onclick={() => void desk.remind(!run.reminds)}
						>{run.reminds ? t('Remind of them no more') : t('Remind of each')}</button
					>
					<a class="act" href="/api/what-if/{run.id}/csv" download>{t('Table (CSV)')}</a>
					<MadeFile
						task={() => ({
							table: `/api/what-if/${run.id}/csv`,
							name: 'residuum-what-if',
							written: WRITTEN
						})}
						title={t('The same as a workbook, …')}
						words={t('Workbook (XLSX)')}
					/>
				</span>
			</div>
			<MovedCases {lines} run={run.id} hasOwners={data.person !== null} />
			{#if desk.hasMore}
				<p>
					<button type="button" class="act" onclick={() => void desk.more()}>{t('More')}</button>
				</p>
			{/if}
		{/if}
	{:else if isOpen && !asked}
		<p class="quiet">
			{t('Nothing in a case is changed by asking. …')}
		</p>
	{/if}

	{#if elsewhere.length > 0}
		<section class="screen-only">
			<h2>{t('Being computed for others')}</h2>
			<ul>
				{#each elsewhere as run (run.id)}
					<li>
						<span>{askedInWords(run, SCREEN)}</span>
						<span class="quiet">{run.by ?? ''} · {runInWords(run, SCREEN)}</span>
					</li>
				{/each}
			</ul>
		</section>
	{/if}
	{#if others.length > 0}
		<section class="screen-only">
			<h2>{t('Asked before')}</h2>
			<ul>
				{#each others as run (run.id)}
					<li>
						<a class="act" href="?run={run.id}">{askedInWords(run, SCREEN)}</a>
						<span class="quiet"
							>{touchedInWords(run.askedAt, data.today, SCREEN)} · {runInWords(run, SCREEN)}</span
						>
					</li>
				{/each}
			</ul>
		</section>
	{/if}
</main>

<style>
	main {
		display: grid;
		gap: 18px;
		max-width: 1180px;
		padding: 26px 24px 90px;
	}

	.question {
		font: 400 20px/1.36 var(--serif);
	}

	.head {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 28px;
		align-items: baseline;
		justify-content: space-between;
	}

	.files {
		display: flex;
		gap: 4px 18px;
		align-items: center;
	}

	h2 {
		margin: 0 0 4px;
		color: var(--quiet);
		font-size: 14px;
		font-weight: 600;
	}

	ul {
		margin: 0;
		padding: 0;
		list-style: none;
	}

	li {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 16px;
		align-items: center;
		min-height: 32px;
		border-bottom: 1px solid var(--row-line);
	}

	.act {
		min-height: var(--target);
		align-content: center;
		color: var(--act);
		font-weight: 600;
		text-decoration: none;
	}

	.quiet,
	.rest {
		color: var(--quiet);
	}

	.rest button {
		margin-inline-start: 8px;
		color: var(--act);
		font-weight: 600;
	}
</style>
