<!-- A table of lines between hairlines: a name in front, figures to the right, at the end what can be done with a line. -->
<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		/** How high a line is, in pixels. */
		row: number;
		children: Snippet;
	}
	const { row, children }: Props = $props();
</script>

<table style:--row="{row}px">{@render children()}</table>

<style>
	table {
		width: 100%;
		border-collapse: collapse;
	}

	table :global(:is(th, td)) {
		height: var(--row);
		padding-block: 0;
		padding-inline: 6px 12px;
		border-bottom: 1px solid var(--row-line);
		text-align: start;
		white-space: nowrap;
	}

	table :global(thead th) {
		height: 30px;
		border-bottom-color: var(--hairline);
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	table :global(tbody th) {
		overflow: hidden;
		max-width: 340px;
		font-weight: 600;
		text-overflow: ellipsis;
	}

	table :global(:is(th, td).right) {
		text-align: end;
	}

	table :global(.quiet) {
		color: var(--quiet);
	}

	table :global(.acts > :is(a, button)) {
		margin-inline-end: 16px;
		color: var(--act);
		font-weight: 600;
		text-decoration: none;
	}
</style>
