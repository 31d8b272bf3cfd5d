<!-- One side of the budget sheet: a line each, of which the last is always empty; Enter goes on, rows may be pasted. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { ZERO } from '$lib/core/quantities/money';
	import type { PersonEntry } from '$lib/document/household';
	import { EMPTY_LINE, type SheetLine } from '$lib/document/plan';
	import type { Reading } from '$lib/reading/reading';
	import type { Writing } from '$lib/reading/writing';
	import { writeAmount } from '$lib/reading/written';
	import { frequencyChoices } from '$lib/words/amounts';
	import Choice from '$lib/ui/Choice.svelte';
	import IconButton from '$lib/ui/IconButton.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import Trash2 from '@lucide/svelte/icons/trash-2';
	import { tick } from 'svelte';
	import { v4 as newId } from 'uuid';
	import { dateText, moneyText, nameText } from '../debt-fields';
	import OwnerChoice from '../OwnerChoice.svelte';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		title: string;
		hint: string;
		lines: readonly SheetLine[];
		asOf: CalendarDate;
		people: readonly PersonEntry[];
		writing: Writing;
		onchange: (lines: SheetLine[]) => void;
		/** Rows were pasted. */
		onpaste: (text: string) => void;
		/** Enter after the last line. */
		ondone: () => void;
	}
	const { title, hint, lines, asOf, people, writing, onchange, onpaste, ondone }: Props = $props();

	/** The empty line after the last one, which is a line once something is typed in it. */
	const blank: SheetLine = $derived({ ...EMPTY_LINE, id: lines && newId() });
	const shown = $derived(lines.length < LIMITS.sheetLines ? [...lines, blank] : lines);

	function write(at: number, fields: Partial<SheetLine>): void {
		const next = [...lines];
		next[at] = { ...(next[at] ?? blank), ...fields };
		onchange(next);
	}

	/** A day of a line; one whose last day is before its first would never count. */
	function dayOf(isPossible: (day: CalendarDate) => boolean, problem: string, allowed: string) {
		const days = dateText(asOf, writing);
		return {
			...days,
			read: (typed: string): Reading<CalendarDate> => {
				const read = days.read(typed);
				return read.ok && !isPossible(read.value) ? { ok: false, problem, allowed } : read;
			}
		};
	}
	const firstDay = ({ until }: SheetLine) =>
		dayOf(
			(day) => until === null || day <= until,
			t('This is after the last day.'),
			t('A day up to the last one.')
		);
	const lastDay = ({ from }: SheetLine) =>
		dayOf(
			(day) => from === null || day >= from,
			t('This is before the first day.'),
			t('The first day or a later one.')
		);

	/** As wide as the longest amount, so that names have the rest. */
	const letters = $derived(
		Math.max(8, ...lines.map(({ amount }) => writeAmount(amount, writing).length))
	);

	let side = $state<HTMLElement>();

	/** Enter goes on to the next field; from the empty line's name, or the last field of all, to what comes after. */
	async function goOn(from: 'name' | 'other', at: number): Promise<void> {
		const isEmpty = at >= lines.length;
		// A line that has just been typed gives way to the next empty one.
		await tick();
		const fields = [...(side?.querySelectorAll<HTMLElement>('input') ?? [])];
		const next = fields[fields.indexOf(document.activeElement as HTMLElement) + 1];
		if ((from === 'name' && isEmpty) || !next) ondone();
		else next.focus();
	}

	/** What has a tab or a line break is rows; anything else is text for the field. */
	function paste(event: ClipboardEvent): void {
		const text = event.clipboardData?.getData('text/plain') ?? '';
		if (!/[\t\n]./.test(text)) return;
		event.preventDefault();
		onpaste(text);
	}
</script>

<div
	class="side"
	class:whose={people.length > 0}
	style:--letters={letters}
	bind:this={side}
	onpaste={paste}
>
	<h2>{title}</h2>
	<div class="line heads" aria-hidden="true">
		<span>{t('What')}</span>
		<span class="right">{t('amount')}</span>
		<span>{t('how often')}</span>
		<span>{t('first day')}</span>
		<span>{t('until')}</span>
		{#if people.length > 0}<span>{t('whose')}</span>{/if}
	</div>
	{#each shown as line, index (index)}
		{@const of = t('{title}, line {index}', { title, index: index + 1 })}
		<div class="line">
			<TypedField
				label={t('Name, {of}', { of })}
				value={line.name === '' ? null : line.name}
				{...nameText(writing)}
				optional
				placeholder={index === 0 ? hint : t('next line')}
				onchange={(name) => write(index, { name: name ?? '' })}
				onenter={() => void goOn('name', index)}
			/>
			<TypedField
				label={t('Amount, {of}', { of })}
				value={line === blank ? null : line.amount}
				{...moneyText(writing)}
				optional
				side="right"
				onchange={(amount) => write(index, { amount: amount ?? ZERO })}
				onenter={() => void goOn('other', index)}
			/>
			<Choice
				label={t('How often, {of}', { of })}
				value={String(line.perYear)}
				options={frequencyChoices(writing)}
				onchange={(often) => write(index, { perYear: Number(often) as SheetLine['perYear'] })}
			/>
			<TypedField
				label={t('First day, {of}', { of })}
				value={line.from}
				{...firstDay(line)}
				optional
				placeholder={line === blank ? '' : line.perYear > 24 ? t('Thursdays') : t('the 1st')}
				onchange={(from) => write(index, { from })}
				onenter={() => void goOn('other', index)}
			/>
			<TypedField
				label={t('Last day, {of}', { of })}
				value={line.until}
				{...lastDay(line)}
				optional
				placeholder={line === blank ? '' : t('goes on')}
				onchange={(until) => write(index, { until })}
				onenter={() => void goOn('other', index)}
			/>
			{#if people.length > 0}
				<OwnerChoice
					label={t('Whose, {of}', { of })}
					{people}
					owner={line.owner}
					onchange={(owner) => write(index, { owner })}
				/>
			{/if}
			{#if line !== blank}
				<IconButton
					title={t('Delete this line')}
					label={t('Delete {of}', { of })}
					onclick={() => onchange(lines.filter((_, at) => at !== index))}
				>
					<Trash2 size={14} aria-hidden="true" />
				</IconButton>
			{/if}
		</div>
	{/each}
</div>

<style>
	h2 {
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	.line {
		display: grid;
		grid-template-columns: minmax(0, 1fr) calc(var(--letters) * 7.4px + 14px) 88px 84px 84px 20px;
		align-items: center;
		border-top: 1px solid var(--row-line);
		font-size: 14px;
	}

	.whose .line {
		grid-template-columns:
			minmax(0, 1fr) calc(var(--letters) * 7.4px + 14px)
			88px 92px 92px 86px 20px;
	}

	.heads {
		gap: 0;
		border: 0;
		color: var(--quiet);
		font-size: 12.5px;
	}

	.heads > * {
		padding: 0 6px;
	}

	.right {
		text-align: end;
	}
</style>
