<!-- The plan's changes to the debts, one line each; open one to edit it, or add more. -->
<script lang="ts">
	import { writingOf } from '$lib/reading/writing';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { newChange } from '$lib/desk/plan-entry';
	import type { CaseDocument } from '$lib/document/case';
	import type { ChangeEntry } from '$lib/document/change';
	import { changeInWords, changeKinds } from '$lib/words/changes';
	import Note from '$lib/ui/Note.svelte';
	import Plus from '@lucide/svelte/icons/plus';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		changes: readonly ChangeEntry[];
		document: CaseDocument;
		nameOf: (id: string) => string;
		onchange: (changes: ChangeEntry[]) => void;
	}
	const { changes, document: paper, nameOf, onchange }: Props = $props();

	const writing = $derived(writingOf(paper));
	/** The change that is open, by its place, or the list of what can be added. */
	let open = $state.raw<{ readonly anchor: HTMLElement; readonly at: number | 'add' } | null>(null);
	const opened = $derived(open && open.at !== 'add' ? (changes[open.at] ?? null) : null);
	let list = $state<HTMLElement>();

	function add(kind: ChangeEntry['kind']): void {
		const anchor = open?.anchor;
		const at = changes.length;
		onchange([...changes, newChange(kind, paper)]);
		if (anchor) open = { anchor, at };
	}

	/** Opens a change by its place. */
	export function show(at: number): void {
		const anchor = list?.querySelector<HTMLElement>(`[data-change="${at}"]`);
		if (anchor) open = { anchor, at };
	}

	function write(changed: ChangeEntry): void {
		onchange(changes.map((change, at) => (at === open?.at ? changed : change)));
	}

	function remove(): void {
		onchange(changes.filter((_, at) => at !== open?.at));
		close();
	}

	function close(): void {
		const anchor = open?.anchor;
		open = null;
		(anchor?.isConnected ? anchor : list?.querySelector<HTMLElement>('button'))?.focus();
	}
</script>

<ul bind:this={list} aria-label={t('Changes to the debts')}>
	{#each changes as change, at (at)}
		<li>
			<button
				type="button"
				data-change={at}
				title={t('Open this change')}
				onclick={(event) => (open = { anchor: event.currentTarget, at })}
				>{changeInWords(change, nameOf, writing)}</button
			>
		</li>
	{/each}
	<li>
		<button
			type="button"
			class="add"
			disabled={changes.length >= LIMITS.changes}
			onclick={(event) => (open = { anchor: event.currentTarget, at: 'add' })}
		>
			<Plus size={13} aria-hidden="true" />
			{t('Change the debts: loan, agreement, settlement')}
		</button>
	</li>
</ul>

{#if open?.at === 'add'}
	<Note title={t('Changes to the debts')} anchor={open.anchor} onclose={close}>
		<ul class="kinds">
			{#each changeKinds(paper, writing) as { value, words, help } (value)}
				<li>
					<button type="button" class="add" onclick={() => add(value)}>{words}</button>
					<span>{help}</span>
				</li>
			{/each}
		</ul>
	</Note>
{:else if open && opened}
	{@const { anchor } = open}
	{#await import('./ChangeNote.svelte') then { default: ChangeNote }}
		<ChangeNote
			change={opened}
			document={paper}
			{anchor}
			onchange={write}
			onremove={remove}
			onclose={close}
		/>
	{/await}
{/if}

<style>
	ul {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 18px;
		align-items: baseline;
		margin-top: 4px;
		font-size: 14px;
		list-style: none;
	}

	li button {
		text-align: start;
	}

	li button:hover {
		color: var(--act);
		text-decoration: underline;
	}

	.add {
		min-height: var(--target);
		display: inline-flex;
		gap: 3px;
		align-items: center;
		color: var(--act);
		font-weight: 600;
	}

	.kinds {
		display: grid;
		margin: 0;
	}

	.kinds span {
		margin-inline-start: 8px;
		color: var(--quiet);
	}
</style>
