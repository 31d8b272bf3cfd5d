<!-- The indexes that rates follow: their values, and the cases that a new one moves. -->
<script lang="ts">
	import { indexBook } from '$lib/desk/reference-book.svelte';
	import { ask, askIndex, putReference, whyNot, type Answer } from '$lib/desk/requests';
	import { may } from '$lib/document/capabilities';
	import type { IndexProfile, ReferencePut } from '$lib/document/reference';
	import type { RateIndex } from '$lib/document/indexes';
	import { readIndexValues, type IndexValue } from '$lib/exchange/index-values-csv';
	import { Refusal } from '$lib/exchange/bytes';
	import { rowsOfText } from '$lib/exchange/table';
	import type { Percent } from '$lib/core/quantities/rate';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { writingOf, SCREEN } from '$lib/reading/writing';
	import { readLine, readName } from '$lib/reading/names';
	import { readSignedRate } from '$lib/reading/percentages';
	import { writeDate, writeSignedPercent } from '$lib/reading/written';
	import Answered from '$lib/ui/Answer.svelte';
	import DatedForm from '$lib/ui/DatedForm.svelte';
	import Notice from '$lib/ui/Notice.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import Progress from '$lib/ui/Progress.svelte';
	import QuietTable from '$lib/ui/QuietTable.svelte';
	import TakeFile from '$lib/ui/TakeFile.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import {
		costMovesInWords,
		followingSentence,
		indexSentence,
		indexTrouble,
		movesInWords,
		takenValues
	} from '$lib/words/indexes';
	import { notReadInWords } from '$lib/words/usual-terms';
	import { onMount } from 'svelte';
	import { v4 as newId } from 'uuid';
	import IndexSteps from './IndexSteps.svelte';
	import { movedBy, type Following, type Moved } from './moved-cases';
	import type { PageProps } from './$types';
	import { t } from '$lib/words/labels/reference';

	const { data }: PageProps = $props();
	const canEdit = $derived(may(data.person, 'reference'));

	let failure = $state.raw<Answer<unknown> | null>(null);
	let isOpen = $state(false);
	let picked = $state<string | null>(null);
	let notice = $state.raw<{ text: string; undo?: ReferencePut[] } | null>(null);

	function takeBack(undo: ReferencePut[]): void {
		notice = null;
		void put(undo);
	}
	/** What is being entered: a new index, or a value of the one that is shown. */
	let fresh = $state.raw<IndexProfile | null>(null);
	let value = $state.raw<{ readonly annual: Percent | null } | null>(null);
	let problem = $state<string | null>(null);

	async function load(): Promise<void> {
		const answer = await indexBook.again();
		failure = answer.kind === 'done' ? null : answer;
		isOpen = true;
	}
	onMount(() => void load());

	const list = $derived(indexBook.list);
	const index = $derived(list.find(({ id }) => id === picked) ?? list[0] ?? null);
	const name = $derived(index?.profile.content.name ?? '');

	/** The debts that follow it, and what the recorded values would move. */
	let following = $state.raw<readonly Following[] | null>(null);
	let moved = $state.raw<readonly Moved[]>([]);
	let done = $state(0);
	let stop = $state.raw<(() => void) | null>(null);
	$effect(() => {
		const of = index;
		const { version } = indexBook;
		let isLeft = false;
		following = null;
		moved = [];
		done = 0;
		stop = () => {
			isLeft = true;
			following = null;
		};
		if (of) void look(of, version, () => isLeft);
		return () => (isLeft = true);
	});

	async function look(of: RateIndex, version: number, isLeft: () => boolean): Promise<void> {
		const path = `/api/reference/index/${of.id}/cases`;
		const answer = await ask<{ debts: Following[] }>('GET', path);
		if (answer.kind !== 'done' || isLeft()) return;
		following = answer.value.debts;
		await movedBy(
			answer.value.debts,
			of,
			version,
			(count, one) => {
				done = count;
				if (one) moved = [...moved, one];
			},
			isLeft
		);
	}

	async function put(rows: ReferencePut[]): Promise<string | null> {
		const answer = await putReference('index', indexBook.version, rows);
		await load();
		if (answer.kind === 'done') return null;
		const [first] = answer.kind === 'refused' ? answer.problems : [];
		return first ? `${whyNot(answer)} ${first.message}` : whyNot(answer);
	}

	const rowOf = (
		{ date, annual }: { date: IndexValue['date']; annual: Percent | null },
		knownFrom: string
	): ReferencePut => ({
		kind: 'index',
		subject: index?.id ?? '',
		term: 'value',
		holdsFrom: date,
		knownFrom,
		content: annual === null ? null : { annual }
	});

	async function add(): Promise<void> {
		if (!fresh) return;
		const subject = newId();
		const row = { kind: 'index', subject, term: 'profile', knownFrom: '' } as const;
		problem = await put([{ ...row, holdsFrom: data.today, content: fresh }]);
		if (problem !== null) return;
		fresh = null;
		picked = subject;
	}

	async function enter(holdsFrom: IndexValue['date'], knownFrom: string): Promise<void> {
		if (!value || value.annual === null) return;
		problem = await put([rowOf({ date: holdsFrom, annual: value.annual }, knownFrom)]);
		if (problem === null) value = null;
	}

	async function withdraw(of: RateIndex['values'][number]): Promise<void> {
		const { holdsFrom: date, content, knownFrom } = of;
		const failed = await put([rowOf({ date, annual: null }, '')]);
		const day = writeDate(date, SCREEN);
		notice = failed
			? { text: failed }
			: {
					text: t('The value of {day} is withdrawn', { day }),
					undo: [rowOf({ date, annual: content.annual }, knownFrom)]
				};
	}

	/** Writes those values that are not recorded yet. */
	async function take(text: string, source: string, whose: string): Promise<void> {
		try {
			const { values, problems } = readIndexValues(rowsOfText(text, source, SCREEN));
			const [first] = problems;
			if (first) {
				notice = { text: `${source}: ${notReadInWords(first.row, first.problem, SCREEN)}` };
				return;
			}
			if (values.length === 0)
				return void (notice = { text: indexTrouble('nonsense', name, SCREEN) });
			const known = new Map(index?.values.map((of) => [of.holdsFrom, of.content.annual]));
			const news = values.filter(({ date, annual }) => known.get(date) !== annual);
			const failed = news.length === 0 ? null : await put(news.map((of) => rowOf(of, whose)));
			notice = { text: failed ?? takenValues(name, news.length, SCREEN) };
		} catch (error) {
			if (!(error instanceof Refusal)) throw error;
			notice = { text: error.message };
		}
	}

	let isAsking = $state(false);
	async function askService(): Promise<void> {
		isAsking = true;
		const answer = await askIndex(name);
		isAsking = false;
		if (answer.kind !== 'done') return void (notice = { text: whyNot(answer) });
		const came = answer.value;
		if (came.kind === 'text')
			await take(came.text, name, t('asked on {day}', { day: writeDate(data.today, SCREEN) }));
		else notice = { text: indexTrouble(came.kind, name, SCREEN) };
	}

	const file = async (chosen: File) => take(await chosen.text(), chosen.name, chosen.name);
</script>

<svelte:head><title>{t('Indexes')} · Residuum</title></svelte:head>
<TopLine
	path={[
		{ name: t('Casebook'), href: '/' },
		{ name: t('Indexes'), href: '/indexes' }
	]}
/>
<main>
	<h1 class="unseen">{t('Indexes')}</h1>
	{#if isOpen}
		<div class="top">
			<Answered sentence={indexSentence(index, data.today, SCREEN)} />
			<div class="actions screen-only">
				{#if list.length > 1}
					{#each list as one (one.id)}
						<button
							type="button"
							aria-current={one.id === index?.id ? 'true' : undefined}
							onclick={() => (picked = one.id)}>{one.profile.content.name}</button
						>
					{/each}
				{/if}
				{#if canEdit && !fresh}
					<button type="button" onclick={() => (fresh = { name: '', about: '' })}
						>{t('Add an index')}</button
					>
				{/if}
			</div>
		</div>
	{/if}

	{#if failure}
		<p role="alert">
			{whyNot(failure)}
			<button type="button" onclick={() => void load()}>{t('Try again')}</button>
		</p>
	{/if}
	{#if fresh}
		<DatedForm
			title={t('New index')}
			today={data.today}
			holdsFrom={data.today}
			knownFrom=""
			isDated={false}
			lacks={fresh.name.trim() === '' ? t('An index needs a name.') : null}
			{problem}
			onsave={add}
			oncancel={() => (fresh = null)}
		>
			{@const { name: called, about } = fresh}
			<span class="label">{t('Name')}</span>
			<TypedField
				label={t('Name of the index')}
				value={called === '' ? null : called}
				read={(typed) => readName(typed, SCREEN)}
				write={(text) => text}
				optional
				autofocus
				onchange={(typed) => (fresh = { name: typed ?? '', about })}
			/>
			<span class="label">{t('What it is')}</span>
			<TypedField
				label={t('What the index is')}
				value={about === '' ? null : about}
				read={(typed) => readLine(typed, LIMITS.note, SCREEN)}
				write={(text) => text}
				optional
				placeholder={t('and who publishes it')}
				onchange={(typed) => (fresh = { name: called, about: typed ?? '' })}
			/>
		</DatedForm>
	{/if}

	{#if index}
		{#if index.profile.content.about !== ''}<p class="quiet">{index.profile.content.about}</p>{/if}
		{#if index.values.length > 1}<IndexSteps {index} today={data.today} />{/if}
		<div class="two">
			<section aria-labelledby="values">
				<h2 id="values">{t('Values')}</h2>
				{#if canEdit}
					<p class="acts">
						<button type="button" onclick={() => (value = { annual: null })}
							>{t('Enter a value')}</button
						>
						<button type="button" disabled={isAsking} onclick={askService}
							>{isAsking ? t('Asking …') : t('Get new values')}</button
						>
						<TakeFile
							accept=".csv,.txt"
							title={t('A table of days and percentages (CSV)')}
							onfile={(chosen) => void file(chosen)}>{t('Import')}</TakeFile
						>
					</p>
				{/if}
				{#if value}
					{@const { annual } = value}
					<DatedForm
						title={t('New value')}
						today={data.today}
						holdsFrom={data.today}
						knownFrom=""
						lacks={annual === null ? t('Enter the percentage.') : null}
						{problem}
						onsave={enter}
						oncancel={() => (value = null)}
					>
						<span class="label">{t('Value')}</span>
						<TypedField
							label={t('Value of the index')}
							value={annual}
							read={(typed) => readSignedRate(typed, SCREEN)}
							write={(of) => writeSignedPercent(of, SCREEN)}
							optional
							autofocus
							onchange={(typed) => (value = { annual: typed })}
						/>
					</DatedForm>
				{/if}
				<QuietTable row={34}>
					<tbody>
						{#each index.values.toReversed() as of (of.holdsFrom)}
							<tr>
								<th scope="row">{writeDate(of.holdsFrom, SCREEN)}</th>
								<td class="right">{writeSignedPercent(of.content.annual, SCREEN)}</td>
								<td class="quiet">{of.knownFrom}</td>
								<td class="acts">
									{#if canEdit}
										<button
											type="button"
											aria-label={t('Withdraw the value of {day}', {
												day: writeDate(of.holdsFrom, SCREEN)
											})}
											onclick={() => void withdraw(of)}>{t('Withdraw')}</button
										>
									{/if}
								</td>
							</tr>
						{/each}
					</tbody>
				</QuietTable>
			</section>
			<section aria-labelledby="following">
				<h2 id="following">{t('Debts that follow it')}</h2>
				{#if following}
					{#if done < following.length}
						<Progress
							what={t('Computing the cases')}
							done={done / following.length}
							onstop={() => stop?.()}
						/>
					{:else}
						<p><Phrases sentence={followingSentence(following.length, moved.length, SCREEN)} /></p>
					{/if}
					{#if moved.length > 0}
						<QuietTable row={40}>
							<thead>
								<tr>
									<th scope="col">{t('Client and debt')}</th>
									<th scope="col">{t('Rate in a year')}</th>
									<th scope="col" class="right">{t('Interest and fees')}</th>
								</tr>
							</thead>
							<tbody>
								{#each moved as one (one.debt)}
									<tr>
										<th scope="row" class="whole">
											<a href="/cases/{one.caseId}/debts/{one.debt}">{one.label}, {one.name}</a>
										</th>
										<td>{movesInWords(one.before, one.after, SCREEN)}</td>
										<td class="right">{costMovesInWords(one.more, writingOf(one.document))}</td>
									</tr>
								{/each}
							</tbody>
						</QuietTable>
						<p class="quiet">{t('Nothing is changed by itself. Open …')}</p>
					{/if}
				{/if}
			</section>
		</div>
	{/if}
</main>

{#if notice}
	{@const { text, undo } = notice}
	<Notice {text} onact={undo && (() => takeBack(undo))} onclose={() => (notice = null)} />
{/if}

<style>
	main {
		display: grid;
		gap: 14px;
		max-width: 1180px;
		padding: 26px 24px 90px;
	}

	.top {
		display: flex;
		flex-wrap: wrap;
		gap: 12px 40px;
		align-items: baseline;
		justify-content: space-between;
	}

	.actions,
	p.acts {
		display: flex;
		flex-wrap: wrap;
		gap: 8px 20px;
		align-items: baseline;
	}

	.actions button,
	p.acts > :global(button),
	p[role='alert'] button {
		color: var(--act);
		font-weight: 600;
	}

	.actions button[aria-current] {
		color: inherit;
	}

	.two {
		display: grid;
		grid-template-columns: minmax(300px, 480px) 1fr;
		gap: 24px 40px;
		align-items: start;
	}

	h2 {
		padding-bottom: 4px;
		border-bottom: 1px solid var(--hairline);
		font: 600 17px/1.3 var(--serif);
	}

	section > p {
		margin: 8px 0;
	}

	a {
		color: var(--act);
	}

	.quiet {
		margin: 0;
		color: var(--quiet);
	}

	@media screen and (width < 820px) {
		.two {
			grid-template-columns: minmax(0, 1fr);
		}

		.two section {
			overflow-x: auto;
		}
	}

	th.whole {
		white-space: normal;
	}
</style>
