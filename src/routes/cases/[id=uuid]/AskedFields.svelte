<!-- The minimum payment and its rule: four cells, in the entry grid as on the debt's own screen. -->
<script lang="ts">
	import {
		askedAs,
		fieldsInLine,
		saidIn,
		withField,
		type AskedEntry
	} from '$lib/core/debt/rules/asked';
	import { askedKinds } from '$lib/words/debt';
	import type { Unread } from '$lib/exchange/debts-table';
	import type { Writing } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import TermField from './TermField.svelte';
	import { COLUMNS } from './grid-keys';
	import { t } from '$lib/words/labels/case';

	interface Props {
		asked: AskedEntry;
		writing: Writing;
		/** Whose it is, for the labels. */
		of: string;
		/** Its figures that stand there unread. */
		unread?: ReadonlyMap<string, Unread>;
		/** The place of a column in a grid, where there is one. */
		cell?: (column: number) => string;
		onchange: (asked: AskedEntry) => void;
	}
	const { asked, writing, of, unread, cell, onchange }: Props = $props();

	const role = $derived(cell ? 'cell' : undefined);
	const PLACES = [COLUMNS.asked, COLUMNS.floor, COLUMNS.rounding];
	/** A minimum that could not be read is not known to be an amount or a share. */
	const unreadIn = (name: string, place: number) =>
		unread?.get(name) ?? (place === 0 ? unread?.get('amount') : undefined);
</script>

<span {role}>
	<Choice
		label={t('Minimum payment rule, {of}', { of })}
		value={asked.kind}
		options={askedKinds(writing)}
		cell={cell?.(COLUMNS.kind)}
		onchange={(kind) => onchange(askedAs(asked, kind))}
	/>
</span>
{#each fieldsInLine(asked.kind) as [name, field], place (place)}
	<span {role}>
		{#key name}
			<TermField
				{name}
				{field}
				value={saidIn(asked, name)}
				{writing}
				{of}
				unread={unreadIn(name, place)}
				cell={cell?.(PLACES[place] ?? 0)}
				onchange={(value) => onchange(withField(asked, name, value))}
			/>
		{/key}
	</span>
{/each}
