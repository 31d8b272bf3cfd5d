<!-- A button that lets a file be chosen; one that is dropped anywhere on the page comes the same way. -->
<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		/** The extensions that are read, as a browser's dialog takes them. */
		accept: string;
		title: string;
		onfile: (file: File) => void;
		children: Snippet;
	}
	const { accept, title, onfile, children }: Props = $props();

	let input = $state<HTMLInputElement>();
	/** A file is held over the page. */
	let over = $state(false);

	const holdsFiles = (event: DragEvent): boolean =>
		event.dataTransfer?.types.includes('Files') ?? false;

	function hold(event: DragEvent): void {
		if (!holdsFiles(event)) return;
		event.preventDefault();
		over = true;
	}

	function drop(event: DragEvent): void {
		over = false;
		if (!holdsFiles(event)) return;
		event.preventDefault();
		const [file] = event.dataTransfer?.files ?? [];
		if (file) onfile(file);
	}

	function choose(): void {
		const [file] = input?.files ?? [];
		if (file) onfile(file);
		// The same file chosen again is a choice again.
		if (input) input.value = '';
	}
</script>

<svelte:window ondragover={hold} ondragleave={() => (over = false)} ondrop={drop} />

<button type="button" {title} class:over onclick={() => input?.click()}>{@render children()}</button
>
<input bind:this={input} type="file" {accept} hidden onchange={choose} />

<style>
	button {
		padding: 2px 0;
		border-radius: 2px;
		color: var(--act);
		font-weight: 600;
		white-space: nowrap;
	}

	.over {
		outline: 2px dashed var(--act);
	}
</style>
