<!-- The minimum payment and its rule: four cells, in the entry grid as on the debt's own screen. -->
<script lang="ts">
	import {
		asKind,
		fieldsInLine,
		saidIn,
		withField,
		type RuleEntry
	} from '$lib/core/debt/rules/all-forms';
	import { ruleNames } from '$lib/words/debt';
	import type { Unread } from '$lib/exchange/taken-line';
	import type { Writing } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import TermField from './TermField.svelte';
	import { COLUMNS } from './grid-keys';
	import { t } from '$lib/words/labels/case';

	interface Props {
		required: RuleEntry;
		writing: Writing;
		/** Whose it is, for the labels. */
		of: string;
		/** Its figures that stand there unread. */
		unread?: ReadonlyMap<string, Unread>;
		/** The place of a column in a grid, where there is one. */
		cell?: (column: number) => string;
		onchange: (required: RuleEntry) => void;
	}
	const { required, writing, of, unread, cell, onchange }: Props = $props();

	const role = $derived(cell ? 'cell' : undefined);
	const PLACES = [COLUMNS.required, COLUMNS.floor, COLUMNS.rounding];
	/** Over each field, where a line of the grid is a card. */
	const LABELS = [t('Minimum payment'), t('amount'), t('floor'), t('rounded up')];
	const label = (place: number) => (cell ? LABELS[place] : undefined);
	/** A minimum that could not be read is not known to be an amount or a share. */
	const unreadIn = (name: string, place: number) =>
		unread?.get(name) ?? (place === 0 ? unread?.get('amount') : undefined);
</script>

<span {role} data-label={label(0)}>
	<Choice
		label={t('Minimum payment rule, {of}', { of })}
		value={required.kind}
		options={ruleNames(writing)}
		cell={cell?.(COLUMNS.kind)}
		onchange={(kind) => onchange(asKind(required, kind))}
	/>
</span>
{#each fieldsInLine(required.kind) as [name, field], place (place)}
	<span {role} data-label={label(place + 1)}>
		{#key name}
			<TermField
				{name}
				{field}
				value={saidIn(required, name)}
				{writing}
				{of}
				unread={unreadIn(name, place)}
				cell={cell?.(PLACES[place] ?? 0)}
				onchange={(value) => onchange(withField(required, name, value))}
			/>
		{/key}
	</span>
{/each}
