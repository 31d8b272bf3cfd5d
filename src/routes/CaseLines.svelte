<!-- The casebook's lines: arrows go up and down, Enter opens, F2 renames, Delete deletes. -->
<script lang="ts">
	import { writingOf } from '$lib/reading/writing';
	import type { Sort } from '$lib/desk/casebook-order';
	import { standingInWords, touchedInWords } from '$lib/words/casebook';
	import { writeDate, writeMoney } from '$lib/reading/written';
	import type { CaseSummary } from '$lib/document/case';
	import type { Person } from '$lib/document/people';
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import IconButton from '$lib/ui/IconButton.svelte';
	import { Download, Pencil, Trash2, UsersRound } from '@lucide/svelte';
	import { goto } from '$app/navigation';
	import { tick } from 'svelte';

	interface Props {
		cases: readonly CaseSummary[];
		today: CalendarDate;
		/** Who looks at them; null where there are no accounts. */
		person: Person | null;
		/** By what they are sorted. */
		sort: Sort;
		onsort: (sort: Sort) => void;
		onrename: (id: string, label: string) => Promise<void>;
		onremove: (id: string, label: string) => Promise<void>;
		/** A case has come to be somebody else’s, or is shared with others. */
		onheld: () => void;
	}
	const { cases, today, person, sort, onsort, onrename, onremove, onheld }: Props = $props();

	let renaming = $state<string | null>(null);
	let typed = $state<string | null>(null);
	let list = $state<HTMLElement>();

	function rename(id: string): void {
		renaming = id;
		typed = null;
	}

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

	async function remove(index: number): Promise<void> {
		const gone = cases[index];
		if (!gone) return;
		await onremove(gone.id, gone.label);
		await tick();
		links()[Math.min(index, links().length - 1)]?.focus();
	}

	const links = () => [...(list?.querySelectorAll<HTMLElement>('[data-case]') ?? [])];

	function key(event: KeyboardEvent, index: number): void {
		const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
		if (step !== undefined) links()[index + step]?.focus();
		else if (event.key === 'F2' && !isReader) rename(cases[index]?.id ?? '');
		else if (event.key === 'Delete' && !isReader) void remove(index);
		else if (event.key === 'h') void goto(`/cases/${cases[index]?.id ?? ''}/happened`);
		else return;
		event.preventDefault();
	}
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

<div role="table" class="cases" class:people={person} aria-label="Cases" bind:this={list}>
	<div role="rowgroup">
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
	<div role="rowgroup">
		{#each cases as line, index (line.id)}
			{@const { id, label, debts, owed, currency, chosen, asOf, touchedAt } = line}
			{@const writing = writingOf(line)}
			{@const stands = standingInWords(line.standing, writing)}
			<div class="line" role="row">
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
							onkeydown={(event) => key(event, index)}
						>
							{label}
						</a>
					{/if}
				</span>
				<span role="cell" class="right">{debts}</span>
				<span role="cell" class="right" title="As of {writeDate(asOf, writing)}">
					{writeMoney(owed, writing)} <span class="quiet">{currency.code}</span>
				</span>
				<span role="cell" class="chosen" title={chosen?.name}>
					{#if chosen}{chosen.name}<small
							>{writeDate(chosen.date, writing)}{chosen.changed ? ', changed since' : ''}</small
						>
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
						<IconButton
							title="Delete (Delete)"
							label="Delete {label}"
							onclick={() => remove(index)}
						>
							<Trash2 size={15} aria-hidden="true" />
						</IconButton>
					{/if}
				</span>
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
		min-height: 42px;
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

	.line:not(.head):hover,
	.line:focus-within {
		background: var(--picked);
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
