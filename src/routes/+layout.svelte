<script lang="ts">
	import '@fontsource-variable/literata';
	import '@fontsource-variable/literata/wght-italic.css';
	import '@fontsource-variable/source-sans-3';
	import '$lib/ui/paper.css';
	import type { LayoutProps } from './$types';

	const { children }: LayoutProps = $props();
</script>

{@render children()}
