<!-- Whether what is on screen is safe: one quiet word, or what is wrong and how to fix it. -->
<script lang="ts">
	import type { Saving } from '$lib/desk/case-desk.svelte';
	import { t } from '$lib/words/labels/case';

	interface Props {
		saving: Saving;
	}
	const { saving }: Props = $props();
</script>

<span
	class="saving"
	class:wrong={saving.kind === 'waiting' || saving.kind === 'refused'}
	role="status"
>
	{#if saving.kind === 'saved'}
		{t('Saved')}
	{:else if saving.kind === 'saving'}
		{t('Saving …')}
	{:else if saving.kind === 'waiting'}
		{saving.message
			? t('Not saved: {reason}', { reason: saving.message })
			: t('Not saved: the server is not responding')}
	{:else if saving.kind === 'refused'}
		{t('Not saved. {problem}', { problem: saving.problems[0]?.message ?? saving.message })}
	{:else}
		{t('Not saved: changed elsewhere')}
	{/if}
</span>

<style>
	.saving {
		min-width: 62px;
		text-align: end;
	}

	.wrong {
		max-width: 34em;
		padding: 3px 8px;
		border-inline-start: 4px solid var(--ink);
		background: var(--sheet);
		color: var(--ink);
		font-size: 13px;
		line-height: 1.25;
		text-align: start;
	}
</style>
