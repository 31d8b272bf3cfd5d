<!--
	The casebook's lines, of which those in view are there: arrows go up and down, Enter opens, F2 renames, Delete deletes.
-->
<script lang="ts">
	import type { Casebook } from '$lib/desk/casebook.svelte';
	import type { CaseSummary, Sort } from '$lib/document/casebook';
	import { holdsCase, may } from '$lib/document/capabilities';
	import type { Person } from '$lib/document/people';
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { goto } from '$app/navigation';
	import { createWindowVirtualizer, defaultRangeExtractor } from '@tanstack/svelte-virtual';
	import { onMount, tick, untrack } from 'svelte';
	import { get } from 'svelte/store';
	import CaseLine from './CaseLine.svelte';
	import { keySteps } from '$lib/ui/schedule-cells';
	import { t } from '$lib/words/labels/casebook';

	interface Props {
		book: Casebook;
		today: CalendarDate;
		/** The person signed in; null without accounts. */
		person: Person | null;
		onsort: (sort: Sort) => void;
		onrename: (id: string, label: string) => Promise<void>;
		onremove: (id: string, label: string) => Promise<void>;
		/** A case has come to be somebody else’s, or is shared with others. */
		onheld: () => void;
	}
	const { book, today, person, onsort, onrename, onremove, onheld }: Props = $props();

	/** The case that is being renamed. */
	let renaming = $state<string | null>(null);
	let list = $state<HTMLElement>();
	let rows = $state<HTMLElement>();

	const ROW = 44;
	/** Lines rendered beyond those in view. */
	const OVER = 8;
	const found = $derived(book.answered.totals.found);
	const sort = $derived(book.answered.question.sort);
	/** The line that the keys go on from. */
	let active = $state(0);
	/** The one that has, or last had, the focus, which may still be on its way to the other. */
	let focused = $state(0);
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
			// Both stay there while they are out of view; in their order, since an element that is moved loses the focus.
			const kept = [active, focused].filter((place) => place < found);
			return [...new Set([...defaultRangeExtractor(range), ...kept])].sort((a, b) => a - b);
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
		await book.load(active);
		await tick();
		// The lines that scrolling brings into being are there in the next frame or two.
		for (let frame = 0; frame < 5 && !activeLink(); frame += 1)
			await new Promise(requestAnimationFrame);
		activeLink()?.focus();
	}

	const activeLink = () => rows?.querySelector<HTMLElement>(`[data-place="${active}"]`);

	async function endRenaming({ id }: CaseSummary, label: string | null): Promise<void> {
		renaming = null;
		if (label !== null) await onrename(id, label);
		await tick();
		list?.querySelector<HTMLElement>(`[data-case="${id}"]`)?.focus();
	}

	/** The case of which it is asked whose it is, and beside what. */
	let held = $state.raw<{ readonly line: CaseSummary; readonly anchor: HTMLElement } | null>(null);

	/** The case of which all that can be done is shown, and beside what. */
	let menu = $state.raw<{
		readonly line: CaseSummary;
		readonly place: number;
		readonly anchor: HTMLElement;
	} | null>(null);

	const isReader = $derived(!may(person, 'work'));

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

	/** Handles keys on the focused line. */
	const ACTS: Readonly<Record<string, (line: CaseSummary) => void>> = {
		Enter: () => activeLink()?.click(),
		F2: ({ id }) => !isReader && (renaming = id),
		Delete: (line) => holdsCase(person, line.owner) && void remove(line, active),
		h: ({ id }) => void goto(`/cases/${id}/progress`)
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
		<button type="button" data-print title={t('Sort by this column')} onclick={() => onsort(by)}
			>{words}</button
		>
	</span>
{/snippet}

<div
	role="table"
	class="cases"
	class:people={person}
	aria-label={t('Cases')}
	aria-rowcount={found + 1}
	bind:this={list}
>
	<div role="rowgroup" class="heads">
		<div class="line head" role="row">
			{@render heading('label', t('Client'))}
			<span role="columnheader" class="right">{t('Debts')}</span>
			{@render heading('owed', t('Owed'))}
			<span role="columnheader">{t('Chosen plan')}</span>
			{@render heading('read', t('Last recorded'))}
			{@render heading('off', t('Ahead / behind plan'))}
			{@render heading('touched', t('Last edited'))}
			{#if person}<span role="columnheader">{t('Counselor')}</span>{/if}
			<span role="columnheader"><span class="unseen">{t('Rename, export or delete')}</span></span>
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
				onfocusin={() => (active = focused = index)}
			>
				{#if line}
					<CaseLine
						{line}
						place={index}
						{today}
						{person}
						{isOpen}
						isRenaming={renaming === line.id}
						onkeydown={(event) => void key(event)}
						onrenaming={() => (renaming = line.id)}
						onrenamed={(label) => void endRenaming(line, label)}
						onhold={(anchor) => (held = { line, anchor })}
						onremove={() => void remove(line, index)}
						onmenu={(anchor) => (menu = { line, place: index, anchor })}
					/>
				{:else}<span role="cell" class="quiet waiting">…</span>{/if}
			</div>
		{/each}
	</div>
</div>

{#if menu}
	{@const { line, place, anchor } = menu}
	{@const holds = holdsCase(person, line.owner)}
	{#await import('./CaseMenu.svelte') then { default: CaseMenu }}
		<CaseMenu
			caseId={line.id}
			label={line.label}
			{anchor}
			onrename={isReader ? null : () => (renaming = line.id)}
			onhold={person && holds ? () => (held = { line, anchor }) : null}
			onremove={holds ? () => void remove(line, place) : null}
			onclose={() => {
				const back = anchor;
				menu = null;
				back.focus();
			}}
		/>
	{/await}
{/if}

{#if held && person}
	{@const { line, anchor } = held}
	{#await import('./HoldersNote.svelte') then { default: HoldersNote }}
		<HoldersNote
			caseId={line.id}
			label={line.label}
			handsOver={may(person, 'hand over')}
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

	.rows {
		position: relative;
	}

	.rows .line {
		position: absolute;
		inset-inline-end: 0;
		inset-inline-start: 0;
		height: 44px;
	}

	.waiting {
		padding-inline-start: 6px;
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

	.head > :first-child {
		padding-inline-start: 6px;
	}

	.right {
		text-align: end;
		white-space: nowrap;
	}

	.quiet {
		color: var(--quiet);
	}

	/* On paper nothing can be done with a case; its label has the room. */
	@media print {
		.cases .line {
			grid-template-columns: minmax(0, 1fr) 40px 120px minmax(90px, 160px) 96px 96px 88px 0;
			gap: 10px;
		}

		.people .line {
			grid-template-columns:
				minmax(0, 1fr) 40px 120px minmax(90px, 140px) 92px 92px 80px minmax(70px, 110px)
				0;
		}
	}

	/* Where the page has less, a case has two lines: its client above its plan, and beside them what is owed and when it was reviewed. */
	@media screen and (width < 900px) {
		.cases .line {
			grid-template-columns: minmax(0, 1fr) 130px 90px 90px 92px;
			gap: 0 12px;
		}

		.line > :global(:is(:nth-child(2), :nth-child(7), :nth-child(8):not(:last-child))),
		.head > :global(:nth-child(4)) {
			display: none;
		}

		.rows .line > :global(*) {
			grid-row: 1 / 3;
		}

		.rows .line > :global(:first-child) {
			grid-row: 1;
		}

		.rows .line > :global(:nth-child(4)) {
			grid-row: 2;
			grid-column: 1;
			padding-inline-start: 6px;
			font-size: 13px;
			line-height: 1.2;
		}

		.rows .line :global(:is(small, .label a)) {
			padding-block: 2px 0;
		}

		.rows .line > :global(:nth-child(4) small) {
			display: none;
		}
	}

	/* The client has a line to itself, the plan and what is owed the other. */
	@media screen and (width < 620px) {
		.cases .line {
			grid-template-columns: minmax(0, 1fr) auto 44px;
		}

		.line > :global(:is(:nth-child(5), :nth-child(6))) {
			display: none;
		}

		.rows .line > :global(:first-child) {
			grid-column: 1 / 3;
		}

		.rows .line > :global(:nth-child(3)) {
			grid-row: 2;
			line-height: 1.2;
		}
	}
</style>
