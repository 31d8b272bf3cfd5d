<!-- A month's income and living expenses as they were, line by line beside what the budget sheet plans. -->
<script lang="ts">
	import { monthAgainstPlan } from '$lib/core/plan/money-months';
	import { addMonths, startOfMonth, type CalendarDate } from '$lib/core/quantities/calendar';
	import { ZERO, type Cents } from '$lib/core/quantities/money';
	import { linesOfMonth, type MonthLine, type RecordedMoney } from '$lib/document/recorded-money';
	import type { Sheet } from '$lib/document/plan';
	import type { Writing } from '$lib/reading/writing';
	import { writeAmount, writeMonth } from '$lib/reading/written';
	import IconButton from '$lib/ui/IconButton.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { monthMoneySentence } from '$lib/words/month-money';
	import ChevronLeft from '@lucide/svelte/icons/chevron-left';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import { v4 as newId } from 'uuid';
	import { moneyText, nameText } from '../debt-fields';
	import { t } from '$lib/words/labels/progress';

	interface Props {
		/** What was planned. */
		sheet: Sheet;
		recorded: readonly RecordedMoney[];
		/** The first month that can be looked at, and the last. */
		first: CalendarDate;
		last: CalendarDate;
		/** Whether it is only looked at. */
		fixed: boolean;
		writing: Writing;
		onrecord: (of: Omit<RecordedMoney, 'amount'> & { readonly amount: Cents | null }) => void;
		onclose: () => void;
	}
	const { sheet, recorded, first, last, fixed, writing, onrecord, onclose }: Props = $props();

	let at = $state.raw<CalendarDate | null>(null);
	const month = $derived(at !== null && at >= first && at <= last ? at : last);
	const lines = $derived(linesOfMonth(sheet, recorded, month));
	const against = $derived(
		monthAgainstPlan(
			lines.map(({ side, planned, recorded: one }) => ({
				side,
				planned,
				actual: one?.amount ?? null
			}))
		)
	);
	const isRecorded = $derived(lines.some((line) => line.recorded !== null));

	const SIDES = [
		{ side: 'income', title: t('Income'), other: t('other income') },
		{ side: 'needs', title: t('Living expenses'), other: t('another expense') }
	] as const;
	type Side = (typeof SIDES)[number]['side'];

	const money = $derived(moneyText(writing));
	const step = (by: number) => (at = startOfMonth(addMonths(month, by)));

	/** The empty line of each side, for what is in no line of the sheet: there once its amount is typed. */
	let fresh = $state.raw({ income: emptyLine(), needs: emptyLine() });
	const isTaken = (id: string) => recorded.some((one) => one.id === id);
	/** Where an undo brought back what was typed in one, it is another one. */
	const blank = $derived({
		income: isTaken(fresh.income.id) ? emptyLine() : fresh.income,
		needs: isTaken(fresh.needs.id) ? emptyLine() : fresh.needs
	});
	function emptyLine(): { readonly id: string; readonly name: string } {
		return { id: newId(), name: '' };
	}

	interface Row extends MonthLine {
		readonly id: string;
	}
	const rowsOf = (side: Side): Row[] => [
		...lines
			.filter((line) => line.side === side)
			.map((line) => ({ ...line, id: line.line?.id ?? line.recorded?.id ?? '' })),
		...(fixed ? [] : [{ side, line: null, days: 0, planned: ZERO, recorded: null, ...blank[side] }])
	];

	/** What is recorded of a row; an empty one is a line of its own from there on. */
	function record(
		row: Row,
		fields: Partial<Pick<RecordedMoney, 'name' | 'amount' | 'lasting'>>
	): void {
		const { side, recorded: before, line, id } = row;
		if (id === blank[side].id) fresh = { ...fresh, [side]: emptyLine() };
		onrecord({
			id: before?.id ?? (line ? newId() : id),
			month,
			side,
			line: line?.id ?? null,
			name: line ? '' : row.name,
			amount: before?.amount ?? row.planned,
			lasting: before?.lasting ?? false,
			...fields
		});
	}

	function amountTyped(row: Row, amount: Cents | null): void {
		const { side, recorded: before, line, id, name } = row;
		if (amount !== null) return record(row, { amount });
		if (!before) return;
		// The line keeps its identity, so that the field that is being typed in stays as it is.
		if (line === null) fresh = { ...fresh, [side]: { id, name } };
		onrecord({ ...before, amount: null });
	}

	function nameTyped(row: Row, name: string): void {
		if (row.recorded) record(row, { name });
		else fresh = { ...fresh, [row.side]: { id: row.id, name } };
	}

	let region = $state<HTMLElement>();
	function goOn(): void {
		const fields = [...(region?.querySelectorAll<HTMLElement>('input:not([type=checkbox])') ?? [])];
		fields[fields.indexOf(document.activeElement as HTMLElement) + 1]?.focus();
	}

	function key(event: KeyboardEvent): void {
		if (event.key !== 'Escape' || event.defaultPrevented) return;
		event.preventDefault();
		onclose();
	}
</script>

<!-- Escape closes it from anywhere inside. -->
<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<section aria-label={t('Income and expenses by month')} bind:this={region} onkeydown={key}>
	<p class="said">
		<span class="turn">
			<IconButton
				title={t('The month before')}
				label={t('The month before')}
				disabled={month <= first}
				onclick={() => step(-1)}
			>
				<ChevronLeft size={16} aria-hidden="true" />
			</IconButton>
			<IconButton
				title={t('The month after')}
				label={t('The month after')}
				disabled={month >= last}
				onclick={() => step(1)}
			>
				<ChevronRight size={16} aria-hidden="true" />
			</IconButton>
		</span>
		<span aria-live="polite">
			<Phrases sentence={monthMoneySentence(against, month, isRecorded, writing)} />
		</span>
		<button type="button" class="close" onclick={onclose}>{t('Close')}</button>
	</p>
	{#key month}
		<div class="sides">
			{#each SIDES as { side, title, other } (side)}
				<div class="side">
					<h2>{title}</h2>
					<div class="line heads" aria-hidden="true">
						<span>{writeMonth(month, writing)}</span>
						<span class="right">{t('planned')}</span>
						<span class="right">{t('recorded')}</span>
						<span>{t('from now on')}</span>
					</div>
					{#each rowsOf(side) as row (row.id)}
						{@const name = row.name || (row.line || row.recorded ? t('unnamed line') : other)}
						<div class="line">
							{#if row.line || fixed}
								<span class="name" title={name}>{name}</span>
							{:else}
								<TypedField
									label={t('Name of {other}', { other })}
									value={row.name === '' ? null : row.name}
									{...nameText(writing)}
									optional
									placeholder={other}
									onchange={(typed) => nameTyped(row, typed ?? '')}
									onenter={goOn}
								/>
							{/if}
							<span class="right quiet">{row.line ? writeAmount(row.planned, writing) : '—'}</span>
							{#if fixed}
								<span class="right"
									>{row.recorded ? writeAmount(row.recorded.amount, writing) : ''}</span
								>
							{:else}
								<TypedField
									label={t('{name} in this month', { name })}
									value={row.recorded?.amount ?? null}
									{...money}
									optional
									side="right"
									placeholder={row.line ? t('as planned') : ''}
									onchange={(amount) => amountTyped(row, amount)}
									onenter={goOn}
								/>
							{/if}
							<input
								type="checkbox"
								aria-label={t('{name} stays so from now on', { name })}
								title={t('Going on writes it into the budget sheet')}
								disabled={fixed || row.recorded === null}
								checked={row.recorded?.lasting ?? false}
								onchange={(event) => record(row, { lasting: event.currentTarget.checked })}
							/>
						</div>
					{/each}
				</div>
			{/each}
		</div>
	{/key}
</section>

<style>
	section {
		display: grid;
		gap: 8px;
		padding: 12px 8px;
		border-top: 1px solid var(--hairline);
	}

	.said {
		display: grid;
		grid-template-columns: auto minmax(0, 1fr) auto;
		gap: 10px;
		align-items: start;
		font-size: 15.5px;
		line-height: 1.4;
	}

	.turn {
		display: flex;
	}

	.close {
		color: var(--act);
		font-size: 14px;
		font-weight: 600;
	}

	.sides {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(min(420px, 100%), 1fr));
		gap: 8px 36px;
	}

	h2 {
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	.line {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 110px 124px 84px;
		align-items: center;
		min-height: 31px;
		border-top: 1px solid var(--row-line);
		font-size: 14px;
	}

	.line > :last-child {
		justify-self: center;
	}

	.heads {
		min-height: 0;
		border: 0;
		color: var(--quiet);
		font-size: 12.5px;
	}

	.heads > *,
	.line > span {
		padding: 0 6px;
	}

	.name {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.right {
		text-align: end;
		font-variant-numeric: tabular-nums;
	}

	.quiet {
		color: var(--quiet);
	}

	input[type='checkbox'] {
		accent-color: var(--act);
	}
</style>
