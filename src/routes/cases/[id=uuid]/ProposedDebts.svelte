<!--
	Rows of a sheet, a file or a pasted list as they were understood, before they are taken: each field can be
	fixed, each line left out, each column and the row of headings can be another one, and numbers can be read the
	other way. Enter takes all, Escape none; another table of the sheet comes next.
-->
<script lang="ts">
	import { LIMITS } from '$lib/core/quantities/limits';
	import type { CaseDesk } from '$lib/desk/case-desk.svelte';
	import { rememberColumns, rememberedColumns } from '$lib/desk/remembered-columns';
	import type { DebtEntry } from '$lib/document/debt';
	import { withPeopleNamed, type PersonEntry } from '$lib/document/household';
	import { Refusal } from '$lib/exchange/bytes';
	import { debtOf, type Field } from '$lib/exchange/debt-columns';
	import { takenTable, type TakenTable } from '$lib/exchange/debts-table';
	import type { TakenLine } from '$lib/exchange/taken-line';
	import type { Sheet } from '$lib/exchange/table';
	import {
		isSamePlace,
		tablesOn,
		tableUnder,
		type TablePlace
	} from '$lib/exchange/tables-on-sheet';
	import Choice from '$lib/ui/Choice.svelte';
	import Proposal from '$lib/ui/Proposal.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import {
		alsoInWords,
		columnChoices,
		headingChoices,
		leftOut,
		otherTables,
		tableQuestion,
		tableSentence
	} from '$lib/words/imports';
	import type { Style } from '$lib/messages/style';
	import { tick } from 'svelte';
	import { v4 as newId } from 'uuid';
	import EntryLine from './EntryLine.svelte';
	import { t } from '$lib/words/labels/case';

	interface Props {
		desk: CaseDesk;
		/** Where it comes from, as it is called in a sentence. */
		source: string;
		sheets: readonly Sheet[];
		/** Whether more is to be taken of the same sheet is told with the debts. */
		ontake: (debts: readonly DebtEntry[], people: readonly PersonEntry[], hasMore: boolean) => void;
		onclose: () => void;
	}
	const { desk, source, sheets, ontake, onclose }: Props = $props();

	interface Said {
		/** Which table of the sheet it is. */
		readonly place?: TablePlace;
		/** Lines that are left out, by their rows. */
		readonly out?: readonly number[];
		readonly fields?: readonly (Field | null)[];
		readonly changed?: Readonly<Record<number, Partial<DebtEntry>>>;
	}

	/** More columns than these are a file of our own, which needs no correcting. */
	const COLUMNS_SHOWN = 14;

	let sheet = $state(0);
	/** How the counselor has said that it is written. */
	let style = $state.raw<Partial<Style> | undefined>();
	/** The corrections of each sheet, kept while another one is shown. */
	let said = $state.raw<Readonly<Record<number, Said>>>({});
	/** Which column is what. */
	const fields = $derived(said[sheet]?.fields);
	const place = $derived(said[sheet]?.place);
	/** The debt of a line, by its row. */
	const changed = $derived(said[sheet]?.changed ?? {});
	const out = $derived(new Set(said[sheet]?.out));
	/** Tables that have been taken, each of its sheet. */
	let done = $state.raw<readonly { readonly sheet: number; readonly place: TablePlace }[]>([]);
	let ids: Record<number, string> = {};
	/** New people, by name. */
	const personIds: Record<string, string> = {};
	let linesTable = $state<HTMLElement>();

	const writing = $derived(desk.writing);
	const rows = $derived(sheets[sheet]?.rows ?? []);
	const here = $derived(place ?? tablesOn(rows)[0]);
	const read = $derived.by((): TakenTable | string => {
		const reader = { name: source, writing, asOf: desk.document.asOf, style, place };
		try {
			const table = takenTable(rows, { ...reader, fields });
			const remembered = fields ?? rememberedColumns(table.headings);
			return fields || !remembered ? table : takenTable(rows, { ...reader, fields: remembered });
		} catch (error) {
			if (error instanceof Refusal) return error.message;
			throw error;
		}
	});
	const table = $derived(typeof read === 'string' ? null : read);
	const room = $derived(LIMITS.debts - desk.document.debts.length);
	const others = $derived(
		(table?.others ?? []).filter(
			(other) => !done.some((one) => one.sheet === sheet && isSamePlace(one.place, other))
		)
	);
	const kept = $derived((table?.lines ?? []).filter(({ row }) => !out.has(row)));
	const lines = $derived(kept.slice(0, room));
	/** Lines drawn at first, and added with each frame, so that a long table appears at once. */
	const AT_ONCE = 8;
	let drawn = $state(AT_ONCE);
	$effect(() => {
		if (drawn >= lines.length) return;
		const next = requestAnimationFrame(() => (drawn += AT_ONCE));
		return () => cancelAnimationFrame(next);
	});

	const people = $derived(
		withPeopleNamed(
			desk.document.people,
			lines.map(({ flat }) => flat.owner ?? ''),
			(name) => (personIds[name] ??= newId())
		)
	);
	const entries = $derived(lines.map((line) => entryOf(line)));
	const sentence = $derived(
		table ? tableSentence({ ...table, lines: kept.map(stillUnread) }, source, room, writing) : null
	);
	const question = $derived(table && tableQuestion(table, cellOf, writing));
	const choices = $derived(columnChoices(writing));
	/** Read again in another way, a field shows what it is then. */
	const reading = $derived(JSON.stringify([sheet, fields, style, place]));

	function entryOf({ row, flat }: TakenLine): DebtEntry {
		const id = (ids[row] ??= newId());
		return { ...debtOf(flat, id, people), ...changed[row] };
	}

	/** A line without what has been typed since. */
	function stillUnread(line: TakenLine): TakenLine {
		const typed = changed[line.row] ?? {};
		const isLeft = ({ field }: { readonly field: string }): boolean =>
			!(field in typed) && !('required' in typed && isAsked(field));
		return { ...line, unread: line.unread.filter(isLeft) };
	}

	const isAsked = (field: string): boolean =>
		['minimum', 'percent', 'floor', 'payments', 'balloon'].includes(field);

	/** A cell of some columns that looks so. */
	function cellOf(among: (field: Field) => boolean, test: RegExp): string | null {
		const columns = (table?.fields ?? []).flatMap((field, at) =>
			field && among(field) ? [at] : []
		);
		for (const row of table?.body ?? []) {
			for (const at of columns) {
				const cell = row[at];
				if (typeof cell === 'string' && test.test(cell.trim())) return cell.trim();
			}
		}
		return null;
	}

	function recolumn(at: number, value: string): void {
		const field = value === '' ? null : (value as Field);
		const others = (table?.fields ?? []).map((other) => (other === field ? null : other));
		say({ fields: others.map((other, column) => (column === at ? field : other)) });
	}

	const say = (more: Said): void => {
		said = { ...said, [sheet]: { ...said[sheet], ...more } };
	};

	/** Another table of the sheet, or the same one under other headings: what was said of its lines is of other ones. */
	function turn(to: TablePlace): void {
		ids = {};
		said = { ...said, [sheet]: { place: to } };
	}

	async function leaveOut(row: number, index: number): Promise<void> {
		say({ out: [...out, row] });
		await tick();
		const next = linesTable?.querySelectorAll('[role="row"]')[Math.min(index, lines.length - 1)];
		next?.querySelector('input')?.focus();
	}

	function key(event: KeyboardEvent, row: number, index: number): void {
		if (event.key !== 'Delete' || !(event.ctrlKey || event.metaKey)) return;
		event.preventDefault();
		void leaveOut(row, index);
	}

	/** Takes what is shown; another table of the same sheet is offered then. */
	function take(): void {
		if (!table) return;
		if (fields) rememberColumns(table.headings, fields);
		const [next] = others;
		ontake(entries, people, next !== undefined);
		if (!next) return;
		done = [...done, { sheet, place: table.place }];
		turn(next);
	}
</script>

<Proposal ready={table !== null && question === null && entries.length > 0} ontake={take} {onclose}>
	{#if sentence}
		<p class="said" role="status"><Phrases {sentence} /></p>
	{:else if typeof read === 'string'}
		<p class="said" role="alert">{read}</p>
	{/if}
	{#if question}
		<p class="said" role="alert">
			<Phrases sentence={question.sentence} />
			{#each question.answers as answer (answer.words)}
				<button
					type="button"
					class="act"
					onclick={() => {
						if (answer.style) style = { ...style, ...answer.style };
						if (answer.fields) say({ fields: answer.fields });
					}}
				>
					{answer.words}
				</button>
			{/each}
		</p>
	{:else if table}
		<p class="ways">
			{#each ['point', 'comma'] as const as numbers (numbers)}
				{#if numbers !== table.numbers.is}
					<button type="button" class="act" onclick={() => (style = { ...style, numbers })}>
						{t('Read numbers as {example}', {
							example: numbers === 'point' ? '1,234.56' : '1.234,56'
						})}
					</button>
				{/if}
			{/each}
			{#if table.fields.includes('firstDue')}
				{@const dates = table.dates.is === 'month' ? 'day' : 'month'}
				<button type="button" class="act" onclick={() => (style = { ...style, dates })}>
					{dates === 'day' ? t('Day first (3/4 is 3 April)') : t('Month first (3/4 is March 4)')}
				</button>
			{/if}
		</p>
	{/if}
	{#if out.size > 0}
		{@const left = leftOut(out.size, writing)}
		<p class="said" role="status">
			{left.words}
			<button type="button" class="act" onclick={() => say({ out: [] })}>{left.again}</button>
		</p>
	{/if}
	{#if others.length > 0}
		{@const more = otherTables(others, writing)}
		<p class="said" role="status">
			{more.words}
			{#each more.each as other (other.words)}
				<button type="button" class="act" onclick={() => turn(other.place)}>{other.words}</button>
			{/each}
		</p>
	{/if}
	<div class="sheet">
		{#if sheets.length > 1}
			<label>
				<span>{t('Sheet')}</span>
				<Choice
					label={t('Sheet of the workbook')}
					value={String(sheet)}
					options={sheets.map(({ name }, at) => ({ value: String(at), words: name }))}
					onchange={(value) => (sheet = Number(value))}
				/>
			</label>
		{/if}
		{#if here}
			<label>
				<span>{t('Heading row')}</span>
				<Choice
					label={t('Heading row')}
					value={String(here.head ?? '')}
					options={headingChoices(rows, here, writing)}
					onchange={(value) => turn(tableUnder(rows, value === '' ? null : Number(value)))}
				/>
			</label>
		{/if}
	</div>
	{#if table && table.fields.length <= COLUMNS_SHOWN}
		<div class="columns" role="group" aria-label={t('Columns')}>
			{#each table.fields as field, at (at)}
				<span class="column" class:left={field === null}>
					<small>{table.headings[at] || t('column {at}', { at: at + 1 })}</small>
					<Choice
						label={t('Column {at}', { at: at + 1 })}
						value={field ?? ''}
						options={choices}
						onchange={(value) => recolumn(at, value)}
					/>
				</span>
			{/each}
		</div>
	{/if}
	{#if table}
		<div role="table" aria-label={t('Lines to import')} class="lines" bind:this={linesTable}>
			<div role="rowgroup">
				{#key reading}
					{#each lines.slice(0, drawn) as line, index (line.row)}
						{@const entry = entries[index]}
						{#if entry}
							<EntryLine
								debt={entry}
								{index}
								blank={false}
								{people}
								{writing}
								asOf={desk.document.asOf}
								required={null}
								href=""
								proposed={{
									unread: new Map(line.unread.map((one) => [one.field, one])),
									also: alsoInWords(line, writing)
								}}
								onremove={() => void leaveOut(line.row, index)}
								onkey={(event) => key(event, line.row, index)}
								onchange={(_, part) =>
									say({ changed: { ...changed, [line.row]: { ...changed[line.row], ...part } } })}
							/>
						{/if}
					{/each}
				{/key}
			</div>
		</div>
	{/if}
</Proposal>

<style>
	.said {
		max-width: 900px;
	}

	.ways {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 22px;
		align-items: center;
		margin-top: 6px;
	}

	.act {
		color: var(--act);
		font-weight: 600;
	}

	.said .act {
		margin-inline-start: 10px;
	}

	.sheet {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 26px;
		margin-top: 6px;
	}

	.sheet label {
		display: flex;
		gap: 8px;
		align-items: center;
	}

	.columns {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 14px;
		margin: 10px 0 8px;
	}

	.column {
		width: 150px;
		padding-inline-start: 8px;
		border-inline-start: 2px solid var(--act);
	}

	.column.left {
		border-inline-start-color: var(--hairline);
	}

	.column small {
		display: block;
		overflow: hidden;
		color: var(--quiet);
		font-size: 12.5px;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.column :global(select) {
		padding-inline-start: 0;
		font-weight: 600;
	}

	.lines {
		border-top: 1px solid var(--hairline);
	}

	/* A table needs its width: where the page has less, it is scrolled sideways. */
	@media screen and (width < 1000px) {
		.lines {
			position: relative;
			overflow-x: auto;
		}

		.lines > div {
			min-width: 940px;
		}
	}
</style>
