<script lang="ts">
	import { letterOf } from '../words/debt';
	import { hueOf } from '../words/hues';

	interface Props {
		/** The debt's place in the list, from 0. */
		index: number;
	}
	const { index }: Props = $props();
	const hue = $derived(hueOf(index));
</script>

<span
	class="mark drawn"
	style:background="var({hue.property})"
	style:color={hue.light ? 'var(--on-light-hue)' : 'var(--on-dark-hue)'}>{letterOf(index)}</span
>

<style>
	.mark {
		display: inline-grid;
		place-items: center;
		min-width: 24px;
		height: 24px;
		padding: 0 3px;
		border-radius: 3px;
		font-size: 13px;
		font-weight: 700;
		line-height: 1;
	}
</style>
