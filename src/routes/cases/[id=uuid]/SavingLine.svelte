<!-- Whether what is on screen is safe: one quiet word, or what is wrong and how to fix it. -->
<script lang="ts">
	import type { Saving } from '$lib/desk/case-desk.svelte';

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
		Saved
	{:else if saving.kind === 'saving'}
		Saving …
	{:else if saving.kind === 'waiting'}
		Not saved: {saving.message ?? 'the server doesn’t answer.'} Trying again.
	{:else if saving.kind === 'refused'}
		Not saved. {saving.problems[0]?.message ?? saving.message}
	{:else}
		Not saved: changed elsewhere
	{/if}
</span>

<style>
	.saving {
		min-width: 62px;
		text-align: right;
	}

	.wrong {
		max-width: 34em;
		padding: 3px 8px;
		border-left: 4px solid var(--ink);
		background: var(--sheet);
		color: var(--ink);
		font-size: 13px;
		line-height: 1.25;
		text-align: left;
	}
</style>
