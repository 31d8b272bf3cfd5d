<!--
	The casebook's lines, of which those in view are there: arrows go up and down, Enter opens, F2 renames, Delete deletes.
-->
<script lang="ts">
	import { writingOf } from '$lib/reading/writing';
	import type { Casebook } from '$lib/desk/casebook.svelte';
	import { chosenInWords, standingInWords, touchedInWords } from '$lib/words/casebook';
	import { writeDate, writeMoney } from '$lib/reading/written';
	import type { CaseSummary, Sort } from '$lib/document/casebook';
	import type { Person } from '$lib/document/people';
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import IconButton from '$lib/ui/IconButton.svelte';
	import { Download, Pencil, Trash2, UsersRound } from '@lucide/svelte';
	import { goto } from '$app/navigation';
	import { createWindowVirtualizer, defaultRangeExtractor } from '@tanstack/svelte-virtual';
	import { onMount, tick, untrack } from 'svelte';
	import { get } from 'svelte/store';
	import { keySteps } from '$lib/ui/schedule-cells';

	interface Props {
		book: Casebook;
		today: CalendarDate;
		/** Who looks at them; null where there are no accounts. */
		person: Person | null;
		onsort: (sort: Sort) => void;
		onrename: (id: string, label: string) => Promise<void>;
		onremove: (id: string, label: string) => Promise<void>;
		/** A case has come to be somebody else’s, or is shared with others. */
		onheld: () => void;
	}
	const { book, today, person, onsort, onrename, onremove, onheld }: Props = $props();

	let renaming = $state<string | null>(null);
	let typed = $state<string | null>(null);
	let list = $state<HTMLElement>();
	let rows = $state<HTMLElement>();

	const ROW = 44;
	/** So many lines are there beside those in view. */
	const OVER = 8;
	const found = $derived(book.answered.totals.found);
	const sort = $derived(book.answered.question.sort);
	/** The line that the keys go on from; it stays there while it is out of view. */
	let active = $state(0);
	/** The first lines come with their figures; what can be done with a case comes when it can be done. */
	let isOpen = $state(false);

	const virtual = createWindowVirtualizer<HTMLElement>({
		count: untrack(() => found),
		estimateSize: () => ROW,
		overscan: OVER,
		scrollPaddingStart: ROW,
		scrollPaddingEnd: ROW,
		initialRect: { width: 1180, height: 640 },
		rangeExtractor: (range) => {
			const inView = defaultRangeExtractor(range);
			if (inView.includes(active) || active >= found) return inView;
			// In their order: an element that is moved loses the focus.
			return [...inView, active].sort((a, b) => a - b);
		}
	});
	const items = $derived($virtual.getVirtualItems().filter(({ index }) => index < found));

	onMount(() => {
		isOpen = true;
		// What comes and goes above the lines moves them.
		const placed = new ResizeObserver(() => {
			const scrollMargin = (rows?.getBoundingClientRect().top ?? 0) + scrollY;
			if (get(virtual).options.scrollMargin !== scrollMargin)
				get(virtual).setOptions({ scrollMargin });
		});
		placed.observe(document.body);
		return () => placed.disconnect();
	});

	$effect(() => {
		const count = found;
		untrack(() => get(virtual).setOptions({ count }));
	});

	$effect(() => {
		const { startIndex, endIndex } = $virtual.range ?? { startIndex: 0, endIndex: 0 };
		untrack(() => void book.show(Math.max(startIndex - OVER, 0), endIndex + 1 + OVER));
	});

	function rename(id: string): void {
		renaming = id;
		typed = null;
	}

	/** Under way while the focus is still coming to the line that the keys have led to. */
	let going: Promise<void> | null = null;

	/** Puts the focus on a line, which may have to be brought into view and asked for. */
	function go(index: number): Promise<void> {
		active = Math.min(Math.max(index, 0), found - 1);
		get(virtual).scrollToIndex(active);
		const way = arrive().finally(() => {
			if (going === way) going = null;
		});
		going = way;
		return way;
	}

	async function arrive(): Promise<void> {
		await book.show(active, active + 1);
		await tick();
		// The lines that scrolling brings into being are there in the next frame.
		if (!activeLink()) await new Promise(requestAnimationFrame);
		activeLink()?.focus();
	}

	const activeLink = () => rows?.querySelector<HTMLElement>(`[data-place="${active}"]`);

	async function endRenaming({ id, label }: CaseSummary, keep: boolean): Promise<void> {
		if (renaming !== id) return;
		const wanted = typed;
		renaming = null;
		if (keep && wanted !== null && wanted !== label) await onrename(id, wanted);
		await tick();
		list?.querySelector<HTMLElement>(`[data-case="${id}"]`)?.focus();
	}

	/** The case of which it is asked whose it is, and beside what. */
	let held = $state.raw<{ readonly line: CaseSummary; readonly anchor: HTMLElement } | null>(null);

	/** What one may do with a case, where there are people to be told apart. */
	const isReader = $derived(person?.role === 'reader');
	const holds = ({ owner }: CaseSummary): boolean =>
		person !== null && (person.role === 'supervisor' || (!isReader && owner === person.name));

	async function remove({ id, label }: CaseSummary, index: number): Promise<void> {
		await onremove(id, label);
		if (found > 0) await go(index);
	}

	async function key(event: KeyboardEvent): Promise<void> {
		if (event.ctrlKey || event.metaKey || event.altKey) return;
		const { down } = keySteps(event.key);
		if (down !== 0) {
			event.preventDefault();
			// The next key may come while the focus is still on its way.
			return go(active + down);
		}
		const act = ACTS[event.key];
		if (!act || (event.key === 'Enter' && !going)) return;
		event.preventDefault();
		await going;
		const line = book.at(active);
		if (line) act(line);
	}

	/** What keys do with the line that they have led to. */
	const ACTS: Readonly<Record<string, (line: CaseSummary) => void>> = {
		Enter: () => activeLink()?.click(),
		F2: ({ id }) => !isReader && rename(id),
		Delete: (line) => !isReader && void remove(line, active),
		h: ({ id }) => void goto(`/cases/${id}/happened`)
	};
</script>

{#snippet heading(by: Sort, words: string)}
	<span
		role="columnheader"
		class:right={by !== 'label'}
		aria-sort={sort === by
			? by === 'label' || by === 'read'
				? 'ascending'
				: 'descending'
			: undefined}
	>
		<button type="button" title="Sort by it" onclick={() => onsort(by)}>{words}</button>
	</span>
{/snippet}

{#snippet cells(line: CaseSummary, index: number)}
	{@const { id, label, debts, owed, currency, chosen, asOf, touchedAt } = line}
	{@const writing = writingOf(line)}
	{@const stands = standingInWords(line.standing, writing)}
	<span
		role="cell"
		class="label"
		onfocusout={({ target }) => target instanceof HTMLInputElement && endRenaming(line, true)}
	>
		{#if renaming === id}
			{#await import('./LabelField.svelte') then { default: LabelField }}
				<LabelField
					value={typed ?? label}
					onchange={(text) => (typed = text)}
					onenter={() => endRenaming(line, true)}
					onescape={() => endRenaming(line, false)}
				/>
			{/await}
		{:else}
			<a
				href="/cases/{id}"
				title={label}
				data-case={id}
				data-place={index}
				onkeydown={(event) => void key(event)}
			>
				{label}
			</a>
		{/if}
	</span>
	<span role="cell" class="right">{debts}</span>
	<span role="cell" class="right" title="As of {writeDate(asOf, writing)}">
		{writeMoney(owed, writing)} <span class="quiet">{currency.code}</span>
	</span>
	<span
		role="cell"
		class="chosen"
		title={chosen && `${chosen.name}, ${chosenInWords(line, writing)}`}
	>
		{#if chosen}{chosen.name}<small>{chosenInWords(line, writing)}</small>
		{:else}<span class="quiet">none yet</span>{/if}
	</span>
	<span role="cell" class="right quiet">
		{#if stands.read}<a
				class="read"
				href="/cases/{id}/happened"
				title="What happened (h)"
				tabindex="-1">{stands.read}</a
			>{/if}
	</span>
	<span role="cell" class="right" class:quiet={line.standing.off === null}>{stands.off}</span>
	<span role="cell" class="right quiet">{touchedInWords(touchedAt, today, writing)}</span>
	{#if person}
		<span role="cell" class="quiet whose" title={line.owner}>{line.owner ?? 'nobody’s'}</span>
	{/if}
	<span role="cell" class="tools">
		{#if isOpen}{@render tools(line, index)}{/if}
	</span>
{/snippet}

{#snippet tools(line: CaseSummary, index: number)}
	{@const { id, label } = line}
	{#if !isReader}
		<IconButton title="Rename (F2)" label="Rename {label}" onclick={() => rename(id)}>
			<Pencil size={15} aria-hidden="true" />
		</IconButton>
	{/if}
	{#if holds(line)}
		<button
			type="button"
			class="hold"
			title="Hand over or share"
			aria-label="Hand over or share {label}"
			onclick={({ currentTarget: anchor }) => (held = { line, anchor })}
		>
			<UsersRound size={15} aria-hidden="true" />
		</button>
	{/if}
	<a
		href="/api/cases/file?id={id}"
		download
		title="As a file (JSON)"
		aria-label="{label} as a file"
	>
		<Download size={15} aria-hidden="true" />
	</a>
	{#if !isReader}
		<IconButton title="Delete (Delete)" label="Delete {label}" onclick={() => remove(line, index)}>
			<Trash2 size={15} aria-hidden="true" />
		</IconButton>
	{/if}
{/snippet}

<div
	role="table"
	class="cases"
	class:people={person}
	aria-label="Cases"
	aria-rowcount={found + 1}
	bind:this={list}
>
	<div role="rowgroup" class="heads">
		<div class="line head" role="row">
			{@render heading('label', 'Client')}
			<span role="columnheader" class="right">Debts</span>
			{@render heading('owed', 'Owed')}
			<span role="columnheader">Chosen plan</span>
			{@render heading('read', 'Last read')}
			{@render heading('off', 'From the plan')}
			{@render heading('touched', 'Last touched')}
			{#if person}<span role="columnheader">Whose</span>{/if}
			<span role="columnheader"><span class="unseen">Rename, save as a file or delete</span></span>
		</div>
	</div>
	<div role="rowgroup" class="rows" style:height="{found * ROW}px" bind:this={rows}>
		{#each items as { index } (index)}
			{@const line = book.at(index)}
			<div
				class="line"
				role="row"
				aria-rowindex={index + 2}
				style:top="{index * ROW}px"
				onfocusin={() => (active = index)}
			>
				{#if line}{@render cells(line, index)}{:else}<span role="cell" class="quiet waiting">…</span
					>{/if}
			</div>
		{/each}
	</div>
</div>

{#if held && person}
	{@const { line, anchor } = held}
	{#await import('./HoldersNote.svelte') then { default: HoldersNote }}
		<HoldersNote
			caseId={line.id}
			label={line.label}
			handsOver={person.role === 'supervisor'}
			{anchor}
			onchanged={onheld}
			onclose={() => {
				const back = anchor;
				held = null;
				back.focus();
			}}
		/>
	{/await}
{/if}

<style>
	.line {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 48px 140px minmax(110px, 180px) 100px 100px 96px 92px;
		gap: 16px;
		align-items: center;
		border-bottom: 1px solid var(--row-line);
	}

	.people .line {
		grid-template-columns:
			minmax(0, 1fr) 44px 132px minmax(90px, 150px) 96px 92px 88px
			minmax(80px, 120px) 116px;
		gap: 12px;
	}

	.whose {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.rows {
		position: relative;
	}

	.rows .line {
		position: absolute;
		right: 0;
		left: 0;
		height: 44px;
	}

	.waiting {
		padding-left: 6px;
	}

	.line:not(.head):hover,
	.line:focus-within {
		background: var(--picked);
	}

	/* What is under the columns is said wherever one has come to. */
	.heads {
		position: sticky;
		z-index: 1;
		top: 0;
		background: var(--ground);
	}

	.head {
		min-height: 30px;
		border-bottom-color: var(--hairline);
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	.label a {
		display: block;
		overflow: hidden;
		padding: 8px 6px;
		color: var(--ink);
		font-size: 16px;
		font-weight: 600;
		text-decoration: none;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.head button {
		color: inherit;
		font: inherit;
		white-space: nowrap;
	}

	.head [aria-sort] button {
		color: var(--ink);
		text-decoration: underline;
		text-underline-offset: 3px;
	}

	.read {
		color: inherit;
		text-decoration: none;
	}

	.read:hover {
		color: var(--act);
		text-decoration: underline;
	}

	.head > :first-child {
		padding-left: 6px;
	}

	.label a:hover {
		color: var(--act);
		text-decoration: underline;
	}

	.right {
		text-align: right;
		white-space: nowrap;
	}

	.chosen {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.chosen small {
		display: block;
		overflow: hidden;
		text-overflow: ellipsis;
		color: var(--quiet);
		font-size: 12.5px;
	}

	.quiet {
		color: var(--quiet);
	}

	.tools {
		display: flex;
		gap: 4px;
		align-items: center;
	}

	.tools a,
	.hold {
		display: grid;
		width: 26px;
		height: 26px;
		color: var(--quiet);
		place-items: center;
	}

	.tools a:hover,
	.hold:hover {
		color: var(--act);
	}

	/* A table needs its width: where the page has less, it is scrolled sideways. */
	@media (width < 900px) {
		.cases {
			position: relative;
			overflow-x: auto;
		}

		.cases > div {
			min-width: 820px;
		}
	}
</style>
