<script lang="ts">
	import '$lib/ui/paper.css';
	import type { LayoutProps } from './$types';

	const { children }: LayoutProps = $props();
</script>

{@render children()}
