<!-- Every payment of a run, from the starting balance to the closing zero. Only the rows in view exist. -->
<script lang="ts">
	import type { Cents } from '../core/money';
	import { rowAt, type Run } from '../core/run';
	import type { Figure, TotalFigure } from '../core/working';
	import { countOf } from '../formats/answer-text';
	import { writeDate } from '../formats/date-text';
	import { writeMoney, type Currency } from '../formats/money-text';
	import { createVirtualizer } from '@tanstack/svelte-virtual';
	import { tick, untrack } from 'svelte';
	import { get } from 'svelte/store';

	interface Props {
		run: Run;
		currency: Currency;
		/** The row that is pointed at elsewhere, 0 for the starting balance. */
		pointed: number | null;
		/** The row to bring into view. */
		picked: number | null;
		label: string;
		/** A figure that is to show its working, and the element that it stands in. */
		onopen: (figure: Figure, element: HTMLElement) => void;
	}
	const { run, currency, pointed, picked, label, onopen }: Props = $props();

	type Cell = 'opening' | 'interest' | 'paid' | 'principal' | 'closing' | 'interestSoFar';
	const CELLS: readonly Cell[] = [
		'opening',
		'interest',
		'paid',
		'principal',
		'closing',
		'interestSoFar'
	];
	/** The one figure that the Tab key reaches; the arrows go on from it. */
	let active = $state<{ k: number; name: Cell }>({ k: 1, name: 'interest' });

	const ROW = 27;
	let scroller = $state<HTMLDivElement>();

	const virtual = createVirtualizer<HTMLDivElement, HTMLTableRowElement>({
		count: untrack(() => run.periods + 1),
		getScrollElement: () => scroller ?? null,
		estimateSize: () => ROW,
		overscan: 16,
		scrollPaddingStart: ROW,
		scrollPaddingEnd: 2 * ROW,
		initialRect: { width: 900, height: 400 }
	});

	$effect(() => {
		const count = run.periods + 1;
		if (scroller) untrack(() => get(virtual).setOptions({ count }));
	});

	$effect(() => {
		if (picked !== null) untrack(() => get(virtual).scrollToIndex(picked, { align: 'center' }));
	});

	const items = $derived($virtual.getVirtualItems().filter(({ index }) => index <= run.periods));
	const above = $derived(items[0]?.start ?? 0);
	const below = $derived(Math.max(0, (run.periods + 1) * ROW - (items.at(-1)?.end ?? 0)));
	const money = $derived((amount: Cents) => writeMoney(amount, currency));
	const cleared = $derived(run.ending.status === 'cleared');
	const reachable = $derived(
		items.some(({ index }) => index === active.k) ? active.k : Math.max(1, items[0]?.index ?? 1)
	);
	const lastDiffers = $derived(cleared && run.finalPayment !== rowAt(run, run.periods - 1)?.paid);
	function open(event: MouseEvent): void {
		const element = (event.target as HTMLElement).closest<HTMLElement>('[data-name]');
		if (!element) return;
		const { name, k } = element.dataset;
		if (k === undefined) onopen({ of: 'run', name: name as TotalFigure['name'] }, element);
		else onopen({ of: 'row', name: name as Cell, k: Number(k) }, element);
	}

	function reached(event: FocusEvent): void {
		const { name, k } = (event.target as HTMLElement).dataset;
		if (k !== undefined) active = { k: Number(k), name: name as Cell };
	}

	/** Arrows go from figure to figure. */
	async function key(event: KeyboardEvent): Promise<void> {
		const { k } = (event.target as HTMLElement).dataset;
		if (k === undefined || event.altKey || event.ctrlKey) return;
		const rows = {
			ArrowDown: 1,
			ArrowUp: -1,
			PageDown: 8,
			PageUp: -8,
			Home: -Infinity,
			End: Infinity
		};
		const columns = { ArrowRight: 1, ArrowLeft: -1 };
		const down = rows[event.key as keyof typeof rows] ?? 0;
		const right = columns[event.key as keyof typeof columns] ?? 0;
		if (down === 0 && right === 0) return;
		event.preventDefault();
		// From where the last key led, though the focus may still be on its way there.
		const column = CELLS.indexOf(active.name) + right;
		active = {
			k: Math.min(Math.max(active.k + down, 1), run.periods),
			name: CELLS[Math.min(Math.max(column, 0), CELLS.length - 1)] ?? 'interest'
		};
		get(virtual).scrollToIndex(active.k);
		await tick();
		// The rows that scrolling brings into being are there in the next frame.
		await new Promise(requestAnimationFrame);
		const { k: row, name: cell } = active;
		scroller?.querySelector<HTMLElement>(`[data-k="${row}"][data-name="${cell}"]`)?.focus();
	}
</script>

{#snippet figure(k: number, name: Cell, amount: Cents)}
	<button
		type="button"
		class="figure"
		data-k={k}
		data-name={name}
		tabindex={k === reachable && name === active.name ? 0 : -1}>{money(amount)}</button
	>
{/snippet}
{#snippet total(name: TotalFigure['name'], amount: Cents)}
	<button type="button" class="figure" data-name={name}>{money(amount)}</button>
{/snippet}

<!-- Focus lets arrows and Page Up and Down scroll it; the buttons inside take clicks and keys, and the
     region only hears them on their way up. -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div
	class="scroller"
	bind:this={scroller}
	tabindex="0"
	role="region"
	aria-label={label}
	onclick={open}
	onkeydown={key}
	onfocusin={reached}
>
	<table aria-rowcount={run.periods + 3}>
		<thead>
			<tr aria-rowindex={1}>
				<th scope="col" class="number">No.</th>
				<th scope="col" class="left">Due</th>
				<th scope="col">Opening</th>
				<th scope="col">Interest</th>
				<th scope="col">Payment</th>
				<th scope="col">of it principal</th>
				<th scope="col">Closing</th>
				<th scope="col">Interest so far</th>
				<th scope="col" class="note"><span class="unseen">Note</span></th>
			</tr>
		</thead>
		<tbody>
			{#if above > 0}<tr aria-hidden="true"><td colspan="9" style:height="{above}px"></td></tr>{/if}
			{#each items as { index } (index)}
				{@const row = rowAt(run, index)}
				{@const last = index === run.periods && index > 0}
				<tr
					aria-rowindex={index + 2}
					class:pointed={index === pointed}
					class:last={last && lastDiffers}
					data-row={index}
				>
					<td class="number">{index}</td>
					{#if row}
						<td class="left">{writeDate(row.date)}</td>
						<td>{@render figure(index, 'opening', row.opening)}</td>
						<td class="interest">{@render figure(index, 'interest', row.interest)}</td>
						<td>{@render figure(index, 'paid', row.paid)}</td>
						<td>{@render figure(index, 'principal', row.principal)}</td>
						<td>{@render figure(index, 'closing', row.closing)}</td>
						<td class="interest">{@render figure(index, 'interestSoFar', row.interestSoFar)}</td>
						<td class="note">{last && lastDiffers ? 'last payment' : ''}</td>
					{:else}
						<td class="left">{writeDate(run.startDate)}</td>
						<td></td><td></td><td></td><td></td>
						<td>{money(run.starting)}</td>
						<td></td>
						<td class="note">starting balance</td>
					{/if}
				</tr>
			{/each}
			{#if below > 0}<tr aria-hidden="true"><td colspan="9" style:height="{below}px"></td></tr>{/if}
		</tbody>
		<tfoot>
			<tr aria-rowindex={run.periods + 3}>
				<td class="number"></td>
				<td class="left">{countOf(run.periods, 'payment')}</td>
				<td></td>
				<td class="interest">{@render total('totalInterest', run.totalInterest)}</td>
				<td>{@render total('totalPaid', run.totalPaid)}</td>
				<td>{@render total('totalPrincipal', run.totalPrincipal)}</td>
				<td>{money(run.closing)}</td>
				<td></td>
				<td class="note">{cleared ? 'paid off' : 'still owed'}</td>
			</tr>
		</tfoot>
	</table>
</div>

<style>
	.scroller {
		height: 100%;
		min-height: 0;
		overflow: auto;
		overflow-anchor: none;
	}

	table {
		width: 100%;
		min-width: 620px;
		border-collapse: separate;
		border-spacing: 0;
		font-size: 14px;
	}

	th,
	td {
		height: 27px;
		padding: 0 10px;
		border-bottom: 1px solid var(--row-line);
		text-align: right;
		white-space: nowrap;
	}

	tbody tr[aria-hidden] td {
		padding: 0;
		border: 0;
	}

	th {
		position: sticky;
		z-index: 1;
		top: 0;
		border-bottom-color: var(--hairline);
		background: var(--ground);
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	tfoot td {
		position: sticky;
		z-index: 1;
		bottom: 0;
		border-top: 1px solid var(--hairline);
		border-bottom: 0;
		background: var(--ground);
		font-weight: 700;
	}

	@media (width < 1200px) {
		table {
			font-size: 13px;
		}

		th,
		td {
			padding: 0 5px;
		}
	}

	.figure {
		font-weight: inherit;
		text-decoration: underline dotted transparent;
		text-underline-offset: 3px;
	}

	.figure:hover {
		text-decoration-color: var(--act);
	}

	.left {
		text-align: left;
	}

	.number {
		width: 44px;
		color: var(--quiet);
	}

	.interest {
		color: var(--interest);
	}

	.note {
		width: 112px;
		color: var(--quiet);
		font-family: var(--serif);
		font-size: 13px;
		font-style: italic;
		font-weight: 400;
		text-align: left;
	}

	.pointed td {
		background: var(--picked);
	}

	.last td {
		font-weight: 700;
	}
</style>
