<!-- The parts by which a debt, or all, are off: what is behind the plan to the right, what is ahead to the left. -->
<script lang="ts">
	import type { Parts } from '$lib/core/plan/drift';
	import { sizedParts } from '$lib/words/progress';
	import PartFill from './PartFill.svelte';

	interface Props {
		parts: Parts;
		/** The amount of one side's full width, in minor units. */
		most: number;
		/** The bar in words. */
		words: string;
	}
	const { parts, most, words }: Props = $props();

	const width = (amount: number) => (most === 0 ? 0 : (50 * Math.abs(amount)) / most);
	const pieces = $derived.by(() => {
		const ends = { behind: 50, ahead: 50 };
		return sizedParts(parts).map((part) => {
			const size = width(parts[part]);
			const side = parts[part] > 0 ? 'behind' : 'ahead';
			const left = side === 'behind' ? ends.behind : ends.ahead - size;
			ends[side] += side === 'behind' ? size : -size;
			return { part, left, size };
		});
	});
</script>

<span class="bar" role="img" aria-label={words} title={words}>
	{#each pieces as { part, left, size } (part)}
		<span class="piece" style:left="{left}%" style:width="{size}%"><PartFill {part} /></span>
	{/each}
	<span class="plan drawn"></span>
</span>

<style>
	.bar {
		direction: ltr;
		position: relative;
		display: block;
		height: 16px;
	}

	.piece {
		position: absolute;
		inset-block: 1px;
		min-width: 1.5px;
	}

	.plan {
		position: absolute;
		inset-block: -2px;
		left: calc(50% - 0.5px);
		width: 1.5px;
		background: var(--ink);
	}
</style>
