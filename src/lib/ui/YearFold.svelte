<!-- Folds and unfolds the rows of a year in a long table. -->
<script lang="ts">
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import type { YearSpan } from './long-lines';

	interface Props {
		totals: YearSpan;
		folded: boolean;
		/** How many rows there are in it, in words. */
		count: string;
	}
	const { totals, folded, count }: Props = $props();
</script>

<button
	type="button"
	data-name="fold"
	data-k={totals.from}
	data-year={totals.year}
	tabindex="-1"
	aria-expanded={!folded}
>
	{#if folded}<ChevronRight size={13} aria-hidden="true" />
	{:else}<ChevronDown size={13} aria-hidden="true" />{/if}
	{totals.year}: {count}
</button>

<style>
	button {
		display: inline-flex;
		gap: 4px;
		align-items: center;
		font-weight: inherit;
	}
</style>
