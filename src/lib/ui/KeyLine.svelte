<!-- The keys of a list in a line below it. -->
<script lang="ts">
	import type { ScreenKey } from '../words/keys';

	interface Props {
		keys: readonly ScreenKey[];
	}
	const { keys }: Props = $props();
</script>

<p class="screen-only">
	{#each keys as { keys: named, does } (does)}
		<span><kbd>{named}</kbd> {does}</span>
	{/each}
</p>

<style>
	p {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 14px;
		padding: 4px 0;
		color: var(--quiet);
		font-size: 13px;
	}

	kbd {
		padding: 1px 6px;
		background: var(--sheet);
	}
</style>
