<!--
	The working of a figure, beside it: the formula in words, the same with the numbers in it, and where
	each number comes from. Each of those opens in turn; Escape and a click elsewhere close it.
-->
<script lang="ts">
	import type { Figure } from '../core/working';
	import type { WrittenWorking } from '../formats/working-text';

	interface Props {
		working: WrittenWorking;
		/** The figure that it stands beside. */
		anchor: HTMLElement;
		/** Whether there is a working that this one was opened from. */
		deep: boolean;
		onopen: (figure: Figure) => void;
		onback: () => void;
		onclose: () => void;
	}
	const { working, anchor, deep, onopen, onback, onclose }: Props = $props();

	let note = $state<HTMLElement>();

	/** Below the figure, or above it where there is no room; never past an edge. */
	const place = $derived.by(() => {
		const { left, top, bottom } = anchor.getBoundingClientRect();
		const x = Math.max(12, Math.min(left - 180, innerWidth - 452));
		return bottom + 230 < innerHeight
			? `left:${x}px;top:${bottom + 6}px`
			: `left:${x}px;bottom:${innerHeight - top + 6}px`;
	});

	$effect(() => {
		void working;
		note?.focus();
	});

	function key(event: KeyboardEvent): void {
		if (event.key === 'Escape') onclose();
		else if (event.key === 'Backspace' && deep) onback();
		else return;
		event.preventDefault();
	}

	function elsewhere(event: PointerEvent): void {
		if (event.target instanceof Node && !note?.contains(event.target)) onclose();
	}
</script>

<svelte:window onpointerdown={elsewhere} />

<div
	class="note"
	style={place}
	role="dialog"
	tabindex="-1"
	aria-label="Working: {working.title}"
	bind:this={note}
	onkeydown={key}
>
	<p class="title">
		<strong>{working.title}</strong>
		{#if deep}<button type="button" class="act" onclick={onback}>Back</button>{/if}
		<button type="button" class="act" onclick={onclose}>Close</button>
	</p>
	<p>{working.words}</p>
	<p class="numbers">{working.numbers ?? working.result}</p>
	{#if working.sources.length > 0}
		<ul>
			{#each working.sources as { text, figure }, index (index)}
				<li>
					<button type="button" class="source" onclick={() => onopen(figure)}>{text} ›</button>
				</li>
			{/each}
		</ul>
	{/if}
</div>

<style>
	.note {
		position: fixed;
		z-index: 25;
		display: grid;
		gap: 5px;
		width: 440px;
		max-width: calc(100vw - 24px);
		padding: 10px 14px 12px;
		border: 1px solid var(--act);
		border-radius: 3px;
		background: var(--sheet);
		font-size: 14px;
	}

	.note:focus {
		outline: none;
	}

	.title {
		display: flex;
		gap: 16px;
	}

	strong {
		flex: 1;
	}

	.act {
		color: var(--act);
		font-weight: 600;
	}

	.numbers {
		font-weight: 600;
	}

	.source {
		color: var(--act);
		text-align: left;
	}

	.source:hover {
		text-decoration: underline;
	}
</style>
