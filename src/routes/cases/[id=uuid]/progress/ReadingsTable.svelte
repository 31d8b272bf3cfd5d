<!--
	Balances as they are read from statements, a column a visit, typed straight down: Enter and the arrows go from
	debt to debt, Ctrl+Enter unfolds what was paid and bought.
-->
<script lang="ts">
	import { largerSide } from '$lib/core/plan/drift';
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import type { DriftFigureName } from '$lib/core/working/drift-figure';
	import type { Read } from '$lib/document/visits';
	import type { DebtEntry } from '$lib/document/debt';
	import type { RecordedEvent, VisitEntry } from '$lib/document/life';
	import type { Writing } from '$lib/reading/writing';
	import { writeDate, writeAmount } from '$lib/reading/written';
	import DebtMark from '$lib/ui/DebtMark.svelte';
	import IconButton from '$lib/ui/IconButton.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { offInWords } from '$lib/words/casebook';
	import { barInWords } from '$lib/words/progress';
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import { tick } from 'svelte';
	import { moneyText } from '../debt-fields';
	import DriftBar from './DriftBar.svelte';
	import ReadingDetails from './ReadingDetails.svelte';
	import { pastDateText, type ReadLine } from './readings';
	import { t } from '$lib/words/labels/progress';

	interface Props {
		lines: readonly ReadLine[];
		/** The visit that is looked at, and those before it that stand beside it. */
		visit: VisitEntry;
		before: readonly VisitEntry[];
		/** Whether it is only looked at. */
		fixed: boolean;
		today: CalendarDate;
		recordedEvents: readonly RecordedEvent[];
		debts: readonly DebtEntry[];
		writing: Writing;
		onread: (debt: string, read: Read) => void;
		onday: (date: CalendarDate) => void;
		onrecorded: (item: RecordedEvent) => void;
		ongone: (id: string) => void;
		onopen: (debt: string, name: DriftFigureName, element: HTMLElement) => void;
	}
	const { lines, visit, before, fixed, today, recordedEvents, debts, writing, ...on }: Props =
		$props();

	let unfolded = $state.raw<readonly string[]>([]);
	let table = $state<HTMLElement>();

	/** All bars to one measure: the longer side of the debt that is furthest off. */
	const most = $derived(Math.max(1, ...lines.map(({ drift }) => largerSide(drift.parts))));
	/** As many columns of earlier visits as there are: none, at first. */
	const columns = $derived(
		[
			'minmax(170px, 1fr)',
			...before.map(() => '104px'),
			'126px 124px 112px minmax(110px, 190px) 30px'
		].join(' ')
	);
	const money = $derived(moneyText(writing));

	function fold(id: string): void {
		unfolded = unfolded.includes(id) ? unfolded.filter((other) => other !== id) : [...unfolded, id];
	}

	const cell = (row: number) => table?.querySelector<HTMLElement>(`[data-cell="${row}:0"]`);

	async function key(event: KeyboardEvent): Promise<void> {
		const at = (event.target as HTMLElement).dataset['cell']?.split(':').map(Number);
		const [row, column] = at ?? [];
		if (row === undefined || column !== 0) return;
		const line = lines[row];
		if (event.key === 'Enter' && (event.ctrlKey || event.metaKey) && line) {
			event.preventDefault();
			fold(line.id);
			await tick();
			table?.querySelector<HTMLElement>(`[data-details="${line.id}"] input`)?.focus();
			return;
		}
		if (event.altKey || event.ctrlKey || event.metaKey || event.shiftKey) return;
		const step = { Enter: 1, ArrowDown: 1, ArrowUp: -1 }[event.key];
		if (step === undefined) return;
		event.preventDefault();
		cell(row + step)?.focus();
	}
</script>

<!-- The keys are the fields'; the table hears them on their way up. -->
<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<div
	role="table"
	tabindex="-1"
	class="readings"
	aria-label={t('Recorded balances')}
	style:--columns={columns}
	bind:this={table}
	onkeydown={(event) => void key(event)}
>
	<div role="rowgroup" class="top">
		<div class="line head" role="row">
			<span role="columnheader">{t('Debt')}</span>
			{#each before as { id, date } (id)}
				<span role="columnheader" class="right">{writeDate(date, writing)}</span>
			{/each}
			<span role="columnheader" class="right">{t('expected')}</span>
			<span role="columnheader" class="right visit">
				{#if fixed}{writeDate(visit.date, writing)}{:else}
					<TypedField
						label={t('Date of the visit')}
						value={visit.date}
						{...pastDateText(today, writing)}
						side="right"
						onchange={(date) => date !== null && on.onday(date)}
					/>
				{/if}
			</span>
			<span role="columnheader" class="right">{t('against plan')}</span>
			<span role="columnheader" class="sides"
				><span>{t('ahead')}</span><span class="drawn" aria-hidden="true"></span><span
					>{t('behind')}</span
				></span
			>
			<span role="columnheader"><span class="unseen">{t('Details')}</span></span>
		</div>
	</div>
	<div role="rowgroup">
		{#each lines as { id, name, place, drift, reading, earlier }, row (id)}
			{@const open = unfolded.includes(id)}
			<div class="line" role="row">
				<span role="cell" class="name"
					><DebtMark index={place} /> <span title={name}>{name}</span></span
				>
				{#each earlier as read, at (before[at]?.id)}
					<span role="cell" class="right figure"
						>{#if read}{writeAmount(read.balance, writing)}{:else}<i>{t('not recorded')}</i
							>{/if}</span
					>
				{/each}
				<span role="cell" class="right figure"
					>{writeAmount(
						drift.latest && reading ? drift.latest.forecast : drift.expected,
						writing
					)}</span
				>
				<span role="cell" class="right figure typed">
					{#if fixed}
						{#if reading}{writeAmount(reading.balance, writing)}{:else}<i>{t('not recorded')}</i
							>{/if}
					{:else}
						<TypedField
							label={t('Balance of {name}', { name })}
							value={reading?.balance ?? null}
							{...money}
							optional
							side="right"
							placeholder={t('not recorded')}
							cell="{row}:0"
							onchange={(balance) => on.onread(id, { balance })}
						/>
					{/if}
				</span>
				<span
					role="cell"
					class="right figure off"
					class:stale={drift.latest && drift.latest.date !== reading?.date}
					title={drift.latest && drift.latest.date !== reading?.date
						? t('As recorded on {date}', { date: writeDate(drift.latest.date, writing) })
						: undefined}
				>
					{#if drift.latest}
						<button type="button" onclick={(event) => on.onopen(id, 'gap', event.currentTarget)}
							>{offInWords(drift.latest.gap, writing)}</button
						>
					{:else}–{/if}
				</span>
				<span role="cell">
					{#if drift.latest}
						<DriftBar
							parts={drift.parts}
							{most}
							words={barInWords(name, { parts: drift.parts, read: [drift] }, writing)}
						/>
					{/if}
				</span>
				<span role="cell">
					<IconButton
						title={t('Payments and purchases (Ctrl+Enter)')}
						label={t('Payments and purchases, {name}', { name })}
						expanded={open}
						onclick={() => fold(id)}
					>
						{#if open}<ChevronDown size={16} aria-hidden="true" />{:else}
							<ChevronRight size={16} aria-hidden="true" />{/if}
					</IconButton>
				</span>
			</div>
			{#if open}
				<div role="row" data-details={id}>
					<div role="cell">
						<ReadingDetails
							debt={id}
							{name}
							balances={debts.find((debt) => debt.id === id)?.balances ?? []}
							{drift}
							{reading}
							{visit}
							{fixed}
							recordedEvents={recordedEvents.filter(({ debt }) => debt === id)}
							transactions={debts.find((debt) => debt.id === id)?.transactions ?? []}
							{writing}
							onread={(read) => on.onread(id, read)}
							onrecorded={on.onrecorded}
							ongone={on.ongone}
						/>
					</div>
				</div>
			{/if}
		{/each}
	</div>
</div>

<style>
	.readings {
		font-size: 14.5px;
	}

	.line {
		display: grid;
		grid-template-columns: var(--columns);
		gap: 10px;
		align-items: center;
		min-height: 36px;
		padding-inline: 8px;
		border-bottom: 1px solid var(--row-line);
	}

	.top {
		position: sticky;
		top: 0;
		z-index: 1;
		background: var(--ground);
	}

	.head {
		min-height: 32px;
		border-bottom-color: var(--hairline);
		color: var(--quiet);
		font-size: 13px;
	}

	.line:not(.head):focus-within {
		background: var(--picked);
	}

	.visit {
		color: var(--ink);
		font-weight: 600;
	}

	.name {
		display: flex;
		gap: 8px;
		align-items: center;
		min-width: 0;
	}

	.name > span {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.right {
		text-align: end;
	}

	.figure {
		font-variant-numeric: tabular-nums;
	}

	.typed {
		background: var(--sheet);
		box-shadow: inset 0 -2px 0 var(--act);
		font-weight: 600;
	}

	.off button {
		border-bottom: 1px dotted var(--ink);
		font-weight: 650;
	}

	.stale button {
		color: var(--quiet);
		font-style: italic;
		font-weight: 400;
	}

	i {
		color: var(--quiet);
	}

	.sides {
		display: grid;
		grid-template-columns: 1fr auto 1fr;
		gap: 6px;
	}

	.sides > :first-child {
		text-align: end;
	}

	.sides > :nth-child(2) {
		width: 1.5px;
		background: var(--ink);
	}

	@media screen and (width < 900px) {
		.readings {
			position: relative;
			overflow-x: auto;
		}

		.readings > div {
			min-width: 860px;
		}
	}
</style>
