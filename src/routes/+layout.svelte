<script lang="ts">
	import '@fontsource-variable/literata';
	import '@fontsource-variable/literata/wght-italic.css';
	import '@fontsource-variable/source-sans-3';
	import '$lib/ui/paper.css';
	import { onMount, tick } from 'svelte';
	import type { LayoutProps } from './$types';

	const { children }: LayoutProps = $props();

	// From here on the page answers to keys and clicks, also what is drawn only in it, and nothing moves any more: whatever
	// drives it can wait for that.
	onMount(async () => {
		await tick();
		await document.fonts.ready;
		document.documentElement.setAttribute('data-open', '');
	});
</script>

{@render children()}
