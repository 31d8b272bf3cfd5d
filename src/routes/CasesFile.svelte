<!-- Cases as one file, made beside the page: a casebook of many years takes a while. -->
<script lang="ts">
	import type { FileExport } from '$lib/desk/file-export.svelte';
	import Progress from '$lib/ui/Progress.svelte';
	import { onDestroy } from 'svelte';
	import { t } from '$lib/words/labels/casebook';

	interface Props {
		/** Which; null: it can’t be known now, which has been said. */
		ids: () => Promise<readonly string[] | null>;
		words: string;
	}
	const { ids, words }: Props = $props();

	let along = $state.raw<FileExport | null>(null);
	onDestroy(() => along?.stop());

	// What makes files is not needed for the first page.
	async function take(): Promise<void> {
		const { save, FileExport: Along } = await import('$lib/desk/file-export.svelte');
		const cases = await ids();
		if (cases === null) return;
		along = new Along();
		const file = await along.make({ cases });
		if (file) save(file);
	}
</script>

{#if along && along.done !== null}
	<Progress what={words} done={along.done} onstop={() => along?.stop()} />
{:else}
	<button type="button" title={t('As a file (JSON) that can be …')} onclick={take}>{words}</button>
{/if}
{#if along?.failure}<span role="alert">{along.failure}</span>{/if}

<style>
	button {
		color: var(--act);
		font-weight: 600;
		white-space: nowrap;
	}
</style>
