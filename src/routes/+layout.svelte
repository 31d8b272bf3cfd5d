<script lang="ts">
	import '@fontsource-variable/literata';
	import '@fontsource-variable/literata/wght-italic.css';
	import '@fontsource-variable/source-sans-3';
	import '$lib/ui/paper.css';
	import { onMount } from 'svelte';
	import type { LayoutProps } from './$types';

	const { children }: LayoutProps = $props();

	// From here on the page answers to keys and clicks; whatever drives it can wait for that.
	onMount(() => document.documentElement.setAttribute('data-open', ''));
</script>

{@render children()}
