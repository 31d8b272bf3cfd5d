<!--
	Debts taken down line by line, without the mouse: Enter goes on, Escape takes back, arrows move. The
	last line is always an empty one; typing on it makes it a debt.
-->
<script lang="ts">
	import type { Carried } from '$lib/core/debt/ways';
	import type { CaseDesk } from '$lib/desk/case-desk.svelte';
	import { blankDebt, duplicated, isBlank, moved, without } from '$lib/desk/debt-entry';
	import type { DebtEntry } from '$lib/document/debt';
	import { isWhose } from '$lib/document/household';
	import KeyLine from '$lib/ui/KeyLine.svelte';
	import { nameOf } from '$lib/words/debt';
	import { GRID_KEYS, keysFor } from '$lib/words/keys';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { goto } from '$app/navigation';
	import { onMount, tick } from 'svelte';
	import { dragHandleZone, type DndEvent } from 'svelte-dnd-action';
	import EntryLine from './EntryLine.svelte';
	import { gridTarget } from './grid-keys';
	import { t } from '$lib/words/labels/case';

	interface Props {
		desk: CaseDesk;
		/** Each debt that nothing is missing of, paid as it asks, by its id. */
		required: ReadonlyMap<string, Carried>;
		onremove: (index: number) => void;
		/** Rows were pasted: a text that is more than what stands in one field. */
		onpaste: (text: string) => void;
	}
	const { desk, required, onremove, onpaste }: Props = $props();

	const debts = $derived(desk.document.debts);
	const people = $derived(desk.document.people);
	const { whose } = $derived(desk.onScreen);
	let fresh = $state.raw(blankDebt());
	/** The empty line; where an undo brought back what was typed on it, it is another one. */
	const blank = $derived(debts.some(({ id }) => id === fresh.id) ? blankDebt() : fresh);
	let dragged = $state.raw<DebtEntry[] | null>(null);
	let grid = $state<HTMLElement>();

	const full = $derived(debts.length >= LIMITS.debts);
	const lines = $derived(dragged ?? (full ? debts : [...debts, blank]));

	function change(id: string, field: string, fields: Partial<DebtEntry>): void {
		if (id !== blank.id) {
			const debt = desk.debt(id);
			if (!debt) return;
			if (id === debts.at(-1)?.id && isBlank({ ...debt, ...fields })) {
				// All that was typed on the last line was taken back: it is the empty line again.
				fresh = { ...blankDebt(), id };
				desk.change(t('new debt'), (document) => without(document, id));
			} else desk.changeDebt(id, whatChanges(debt, field), fields);
			return;
		}
		if (Object.values(fields).every((value) => value === null || value === '')) return;
		// What is typed while one person's debts are shown is theirs.
		const owner = people.find(({ id: person }) => person === whose)?.id ?? null;
		const taken = { ...blank, owner, ...fields };
		// The line keeps its identity, so that the field that is being typed in stays as it is.
		fresh = blankDebt();
		desk.change(t('new debt'), (document) => ({ ...document, debts: [...document.debts, taken] }));
	}

	/** A name that is being typed is one change, not one for each letter of it. */
	const whatChanges = (debt: DebtEntry, field: string) =>
		field === 'name'
			? t('name, line {value}', { value: debts.findIndex(({ id }) => id === debt.id) + 1 })
			: t('{field} of {debt}', { field, debt: nameOf(debt, desk.writing) });

	async function move(index: number, to: number): Promise<void> {
		const debt = debts[index];
		if (!debt || to < 0 || to >= debts.length) return;
		const column = document.activeElement?.getAttribute('data-cell')?.split(':')[1] ?? '0';
		desk.change(t('position of {debt}', { debt: nameOf(debt, desk.writing) }), (current) =>
			moved(current, index, to)
		);
		await tick();
		cell(to, Number(column))?.focus();
	}

	async function duplicate(index: number): Promise<void> {
		const debt = debts[index];
		if (!debt || full) return;
		desk.change(t('copy of {debt}', { debt: nameOf(debt, desk.writing) }), (current) =>
			duplicated(current, index)
		);
		await tick();
		cell(index + 1, 0)?.focus();
	}

	async function remove(index: number): Promise<void> {
		onremove(index);
		await tick();
		cell(Math.min(index, debts.length), 0)?.focus();
	}

	function drop(event: CustomEvent<DndEvent<DebtEntry>>): void {
		const order = event.detail.items.filter(({ id }) => id !== blank.id);
		dragged = null;
		const same = order.every(({ id }, index) => debts[index]?.id === id);
		if (!same) desk.change(t('order of the debts'), (current) => ({ ...current, debts: order }));
	}

	// An empty case waits for its first debt.
	onMount(() => {
		if (debts.length === 0) cell(0, 0)?.focus();
	});

	/** The focus goes to the name of a line, once it is there. */
	export async function goTo(row: number): Promise<void> {
		await tick();
		cell(row, 0)?.focus();
	}

	const hrefOf = (id: string) => `/cases/${desk.id}/debts/${id}`;

	const cell = (row: number, column: number) =>
		grid?.querySelector<HTMLElement>(`[data-cell="${row}:${column}"]`);

	function key(event: KeyboardEvent): void {
		const at = (event.target as HTMLElement).dataset['cell']?.split(':').map(Number);
		const [row, column] = at ?? [];
		if (row === undefined || column === undefined) return;
		const command = lineCommand(event);
		if (command && row < debts.length) {
			event.preventDefault();
			command(row);
			return;
		}
		const target = gridTarget(event, row, column);
		if (target === null) return;
		event.preventDefault();
		cell(shownFrom(target.row, row), target.column)?.focus();
	}

	const isShown = (debt: DebtEntry): boolean =>
		debt.id === blank.id || isWhose(people, debt, whose);

	/** The line itself, or the next one in that direction that is shown. */
	function shownFrom(to: number, from: number): number {
		const step = to < from ? -1 : 1;
		let at = to;
		for (let line = lines[at]; line && at !== from && !isShown(line); line = lines[at]) at += step;
		return at;
	}

	function paste(event: ClipboardEvent): void {
		const text = event.clipboardData?.getData('text/plain') ?? '';
		if (!/[\t\n]/.test(text.trim())) return;
		event.preventDefault();
		onpaste(text);
	}

	/** Handles keys that act on the whole line; Alt+Down in a list of choices opens it, as everywhere. */
	function lineCommand(event: KeyboardEvent): ((row: number) => unknown) | null {
		const control = event.ctrlKey || event.metaKey;
		const choosing = event.target instanceof HTMLSelectElement;
		if (event.altKey && !control && !choosing) {
			if (event.key === 'ArrowUp') return (row) => move(row, row - 1);
			if (event.key === 'ArrowDown') return (row) => move(row, row + 1);
		}
		if (!control) return null;
		if (event.key.toLowerCase() === 'd') return duplicate;
		if (event.key === 'Delete') return remove;
		if (event.key === 'Enter') return (row) => goto(hrefOf(debts[row]?.id ?? ''));
		return null;
	}
</script>

<!-- The keys belong to the fields inside; the table only hears them on their way up. -->
<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<div
	class="grid"
	role="table"
	aria-label={t('Debts')}
	bind:this={grid}
	onkeydown={key}
	onpaste={paste}
>
	<div role="rowgroup">
		<div class="head" role="row">
			<span role="columnheader"><span class="unseen">{t('Order')}</span></span>
			<span role="columnheader">{t('Name')}</span>
			<span role="columnheader" class="right">{t('Balance')}</span>
			<span role="columnheader" class="right">{t('Annual rate')}</span>
			<span role="columnheader">{t('Minimum payment')}</span>
			<span role="columnheader" class="right">{t('amount')}</span>
			<span role="columnheader" class="right">{t('floor')}</span>
			<span role="columnheader">{t('rounded up')}</span>
			<span role="columnheader" class="right">{t('First due')}</span>
			<span role="columnheader" class="result">{t('Paid off / Interest at the minimum')}</span>
			<span role="columnheader"><span class="unseen">{t('Actions')}</span></span>
		</div>
	</div>
	<div
		role="rowgroup"
		use:dragHandleZone={{
			items: lines,
			flipDurationMs: 120,
			dropTargetStyle: {},
			autoAriaDisabled: true
		}}
		onconsider={(event) => (dragged = event.detail.items)}
		onfinalize={drop}
	>
		{#each lines as debt, index (debt.id)}
			<EntryLine
				{debt}
				{index}
				{people}
				isHidden={!isShown(debt)}
				blank={debt.id === blank.id}
				writing={desk.writing}
				asOf={desk.document.asOf}
				required={required.get(debt.id)?.run ?? null}
				href={hrefOf(debt.id)}
				onchange={(field, fields) => change(debt.id, field, fields)}
				oncopy={() => duplicate(index)}
				onremove={() => remove(index)}
			/>
		{/each}
	</div>
</div>

{#if full}<p class="full">
		{t('A case holds at most {debts} debts', { debts: LIMITS.debts })}
	</p>{/if}
<KeyLine keys={keysFor(GRID_KEYS, true)} />

<style>
	/* On the root, because a line that is being dragged hangs outside the grid. */
	:global(:root) {
		--entry-columns: 52px minmax(130px, 1.6fr) 108px 82px 136px 74px 76px 82px 102px
			minmax(150px, 1.1fr) 82px;
	}

	@media screen and (width < 1200px) {
		:global(:root) {
			--entry-columns: 48px minmax(110px, 1.3fr) 98px 76px 132px 66px 66px 78px 96px
				minmax(104px, 1fr) 82px;
		}
	}

	/* On paper nothing can be done with a line; names have the room. */
	@media print {
		:global(:root) {
			--entry-columns: 52px minmax(180px, 2fr) 100px 70px 130px 68px 66px 78px 92px
				minmax(150px, 1fr) 0;
		}
	}

	.head {
		display: grid;
		align-items: end;
		grid-template-columns: var(--entry-columns);
		border-bottom: 1px solid var(--hairline);
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	.head span {
		padding: 4px 6px;
		line-height: 1.2;
	}

	.right,
	.result {
		text-align: end;
	}

	.full {
		color: var(--quiet);
		font-size: 13px;
	}

	/* There its lines are cards. */
	@media screen and (width < 1000px) {
		.head {
			position: absolute;
			overflow: hidden;
			width: 1px;
			height: 1px;
			clip-path: inset(50%);
		}
	}
</style>
