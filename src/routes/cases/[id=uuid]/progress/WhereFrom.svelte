<!-- Where the difference comes from: the five parts over all debts, each with its name and its working. -->
<script lang="ts">
	import { size } from '$lib/core/quantities/money';
	import { largerSide, type Drift } from '$lib/core/plan/drift';
	import type { DriftPart } from '$lib/core/plan/progress';
	import type { Writing } from '$lib/reading/writing';
	import { writeAmount } from '$lib/reading/written';
	import { barInWords, partName, sizedParts } from '$lib/words/progress';
	import DriftBar from './DriftBar.svelte';
	import PartFill from './PartFill.svelte';
	import { t } from '$lib/words/labels/progress';

	interface Props {
		drift: Drift;
		writing: Writing;
		onopen: (part: DriftPart, element: HTMLElement) => void;
	}
	const { drift, writing, onopen }: Props = $props();

	const parts = $derived(drift.parts);
	const there = $derived(sizedParts(parts));
	const most = $derived(largerSide(parts));
</script>

<section aria-labelledby="from-title">
	<h2 id="from-title">
		<span>{t('Causes of the difference')}</span><span
			>{t('ahead')} <b class="drawn"></b> {t('behind')}</span
		>
	</h2>
	<DriftBar {parts} {most} words={barInWords(t('All debts'), drift, writing)} />
	<ul>
		{#each there as part (part)}
			<li>
				<span class="key"><PartFill {part} /></span>
				<button type="button" onclick={(event) => onopen(part, event.currentTarget)}
					>{parts[part] < 0 ? '−' : ''}{writeAmount(size(parts[part]), writing)}</button
				>
				{partName(part, parts[part], writing)}
			</li>
		{:else}
			<li>{t('Every recorded balance is as expected')}</li>
		{/each}
	</ul>
</section>

<style>
	h2 {
		display: flex;
		justify-content: space-between;
		margin-bottom: 4px;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 400;
	}

	h2 b {
		display: inline-block;
		width: 1.5px;
		height: 11px;
		margin-inline: 3px;
		background: var(--ink);
	}

	ul {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 18px;
		margin-top: 6px;
		font-size: 13.5px;
		list-style: none;
	}

	li {
		display: flex;
		gap: 6px;
		align-items: center;
	}

	button {
		border-bottom: 1px dotted var(--ink);
		font-weight: 650;
		font-variant-numeric: tabular-nums;
	}

	.key {
		width: 14px;
		height: 12px;
	}
</style>
