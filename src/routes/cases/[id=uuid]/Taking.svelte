<!-- A button that makes one file and saves it; while it is made, how far it is, and a way to give it up. -->
<script lang="ts">
	import { save, FileExport } from '$lib/desk/file-export.svelte';
	import type { CaseDocument } from '$lib/document/case';
	import type { OutgoingKind, Subject } from '$lib/handout/outgoing';
	import { NO_HOUSE, type House } from '$lib/document/agency';
	import Progress from '$lib/ui/Progress.svelte';
	import { onDestroy } from 'svelte';

	interface Props {
		document: CaseDocument;
		subject: Subject;
		kind: OutgoingKind;
		words: string;
		/** The agency on it; absent: none is named. */
		house?: House;
	}
	const { document, subject, kind, words, house = NO_HOUSE }: Props = $props();

	const along = new FileExport();
	onDestroy(() => along.stop());

	async function take(): Promise<void> {
		const file = await along.make({ document, subject, kind, house });
		if (file) save(file);
	}
</script>

{#if along.done !== null}
	<Progress what={words} done={along.done} onstop={() => along.stop()} />
{:else}
	<button type="button" onclick={take}>{words}</button>
{/if}
{#if along.failure}<p role="alert">{along.failure}</p>{/if}

<style>
	button {
		color: var(--act);
		font-weight: 600;
	}
</style>
