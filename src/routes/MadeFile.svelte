<!-- A file of many cases, made beside the page: a casebook of many years takes a while. -->
<script lang="ts">
	import type { FileExport } from '$lib/desk/file-export.svelte';
	import { whyNot } from '$lib/desk/requests';
	import type { MakeTask } from '$lib/workers/make-task';
	import Progress from '$lib/ui/Progress.svelte';
	import { onDestroy } from 'svelte';

	interface Props {
		/** What is made; null: it can’t be known now, which has been said. */
		task: () => Promise<MakeTask | null> | MakeTask;
		words: string;
		title: string;
	}
	const { task, words, title }: Props = $props();

	let along = $state.raw<FileExport | null>(null);
	onDestroy(() => along?.stop());
	/** What makes files could not be loaded. */
	let isAway = $state(false);

	// What makes files is not needed for the first page.
	async function take(): Promise<void> {
		const made = await import('$lib/desk/file-export.svelte').catch(() => null);
		isAway = made === null;
		if (made === null) return;
		const { save, FileExport: Along } = made;
		const wanted = await task();
		if (wanted === null) return;
		along = new Along();
		const file = await along.make(wanted);
		if (file) save(file);
	}
</script>

{#if along && along.done !== null}
	<Progress what={words} done={along.done} onstop={() => along?.stop()} />
{:else}
	<button type="button" {title} onclick={take}>{words}</button>
{/if}
{#if isAway}
	<span role="alert">{whyNot({ kind: 'unreachable', message: null })}</span>
{:else if along?.failure}
	<span role="alert">{along.failure}</span>
{/if}

<style>
	button {
		min-height: var(--target);
		color: var(--act);
		font-weight: 600;
		white-space: nowrap;
	}
</style>
