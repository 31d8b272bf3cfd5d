<!--
	Rows of a sheet, a file or a pasted list as they were understood, before they are taken: each field can be
	fixed, each column can be another one, and numbers can be read the other way. Enter takes all, Escape none.
-->
<script lang="ts">
	import { LIMITS } from '$lib/core/quantities/limits';
	import type { CaseDesk } from '$lib/desk/case-desk.svelte';
	import { rememberColumns, rememberedColumns } from '$lib/desk/remembered-columns';
	import type { DebtEntry } from '$lib/document/debt';
	import { Refusal } from '$lib/exchange/bytes';
	import { debtOf, type Field } from '$lib/exchange/debt-columns';
	import { takenTable, type TakenLine, type TakenTable } from '$lib/exchange/debts-table';
	import type { Sheet } from '$lib/exchange/table';
	import Choice from '$lib/ui/Choice.svelte';
	import Proposal from '$lib/ui/Proposal.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import { alsoInWords, columnChoices, styleQuestion, tableSentence } from '$lib/words/taken-in';
	import type { Style } from '$lib/words/style';
	import { v4 as newId } from 'uuid';
	import EntryLine from './EntryLine.svelte';

	interface Props {
		desk: CaseDesk;
		/** Where it comes from, as it is called in a sentence. */
		source: string;
		sheets: readonly Sheet[];
		ontake: (debts: readonly DebtEntry[]) => void;
		onclose: () => void;
	}
	const { desk, source, sheets, ontake, onclose }: Props = $props();

	interface Said {
		readonly fields?: readonly (Field | null)[];
		readonly changed?: Readonly<Record<number, Partial<DebtEntry>>>;
	}

	/** More columns than these are a file of our own, which needs no correcting. */
	const COLUMNS_SHOWN = 14;

	let sheet = $state(0);
	/** How the counselor has said that it is written. */
	let style = $state.raw<Partial<Style> | undefined>();
	/** What was said of each sheet, which is still there after a look at another one. */
	let said = $state.raw<Readonly<Record<number, Said>>>({});
	/** Which column is what. */
	const fields = $derived(said[sheet]?.fields);
	/** What is in a line, by its row. */
	const changed = $derived(said[sheet]?.changed ?? {});
	const ids: Record<number, string> = {};

	const writing = $derived(desk.writing);
	const rows = $derived(sheets[sheet]?.rows ?? []);
	const read = $derived.by((): TakenTable | string => {
		const reader = { name: source, writing, asOf: desk.document.asOf, style };
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
	const lines = $derived((table?.lines ?? []).slice(0, room));
	/** So many lines are drawn at first, and as many more with each frame: a long table is there at once. */
	const AT_ONCE = 8;
	let drawn = $state(AT_ONCE);
	$effect(() => {
		if (drawn >= lines.length) return;
		const next = requestAnimationFrame(() => (drawn += AT_ONCE));
		return () => cancelAnimationFrame(next);
	});

	const entries = $derived(lines.map((line) => entryOf(line)));
	const sentence = $derived(
		table
			? tableSentence({ ...table, lines: table.lines.map(stillUnread) }, source, room, writing)
			: null
	);
	const question = $derived(table && styleQuestion(table, cellOf, writing));
	const choices = $derived(columnChoices(writing));
	/** Read again in another way, a field shows what it is then. */
	const reading = $derived(JSON.stringify([sheet, fields, style]));

	function entryOf({ row, flat }: TakenLine): DebtEntry {
		const id = (ids[row] ??= newId());
		return { ...debtOf(flat, id), ...changed[row] };
	}

	/** A line without what has been typed since. */
	function stillUnread(line: TakenLine): TakenLine {
		const typed = changed[line.row] ?? {};
		const isLeft = ({ field }: { readonly field: string }): boolean =>
			!(field in typed) && !('asked' in typed && isAsked(field));
		return { ...line, unread: line.unread.filter(isLeft) };
	}

	const isAsked = (field: string): boolean =>
		['minimum', 'percent', 'floor', 'payments', 'balloon'].includes(field);

	/** A cell of some columns that looks so. */
	function cellOf(among: (field: Field) => boolean, test: RegExp): string | null {
		const columns = (table?.fields ?? []).flatMap((field, at) =>
			field && among(field) ? [at] : []
		);
		for (const row of rows) {
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

	function take(): void {
		if (table && fields) rememberColumns(table.headings, fields);
		ontake(entries);
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
				<button type="button" class="act" onclick={() => (style = { ...style, ...answer.style })}>
					{answer.words}
				</button>
			{/each}
		</p>
	{:else if table}
		<p class="ways">
			{#each ['point', 'comma'] as const as numbers (numbers)}
				{#if numbers !== table.numbers.is}
					<button type="button" class="act" onclick={() => (style = { ...style, numbers })}>
						Read numbers as {numbers === 'point' ? '1,234.56' : '1.234,56'}
					</button>
				{/if}
			{/each}
			{#if table.fields.includes('firstDue')}
				{@const dates = table.dates.is === 'month' ? 'day' : 'month'}
				<button type="button" class="act" onclick={() => (style = { ...style, dates })}>
					Read 3/4 as {dates === 'day' ? '3 April' : 'March 4'}
				</button>
			{/if}
		</p>
	{/if}
	{#if sheets.length > 1}
		<label class="sheet">
			<span>Sheet</span>
			<Choice
				label="Sheet of the workbook"
				value={String(sheet)}
				options={sheets.map(({ name }, at) => ({ value: String(at), words: name }))}
				onchange={(value) => (sheet = Number(value))}
			/>
		</label>
	{/if}
	{#if table && table.fields.length <= COLUMNS_SHOWN}
		<div class="columns" role="group" aria-label="What each column is">
			{#each table.fields as field, at (at)}
				<span class="column" class:left={field === null}>
					<small>{table.headings[at] || `column ${at + 1}`}</small>
					<Choice
						label="What column {at + 1} is"
						value={field ?? ''}
						options={choices}
						onchange={(value) => recolumn(at, value)}
					/>
				</span>
			{/each}
		</div>
	{/if}
	{#if table}
		<div role="table" aria-label="Lines not taken yet" class="lines">
			<div role="rowgroup">
				{#key reading}
					{#each lines.slice(0, drawn) as line, index (line.row)}
						{@const entry = entries[index]}
						{#if entry}
							<EntryLine
								debt={entry}
								{index}
								blank={false}
								{writing}
								asOf={desk.document.asOf}
								asked={null}
								href=""
								proposed={{
									unread: new Map(line.unread.map((one) => [one.field, one])),
									also: alsoInWords(line, writing)
								}}
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

	.sheet {
		display: flex;
		gap: 8px;
		align-items: center;
		margin-top: 6px;
	}

	.columns {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 14px;
		margin: 10px 0 8px;
	}

	.column {
		width: 150px;
		padding-left: 8px;
		border-left: 2px solid var(--act);
	}

	.column.left {
		border-left-color: var(--hairline);
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
		padding-left: 0;
		font-weight: 600;
	}

	.lines {
		border-top: 1px solid var(--hairline);
	}

	/* A table needs its width: where the page has less, it is scrolled sideways. */
	@media (width < 1000px) {
		.lines {
			position: relative;
			overflow-x: auto;
		}

		.lines > div {
			min-width: 940px;
		}
	}
</style>
