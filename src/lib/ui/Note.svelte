<!--
	A note that opens beside what it belongs to. Escape and a click elsewhere close it; the focus stays in
	it until then.
-->
<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		title: string;
		/** What it stands beside. */
		anchor: HTMLElement;
		/** Buttons beside the title. */
		tools?: Snippet;
		children: Snippet;
		onclose: () => void;
		/** Keys that are its own; true where it took one. */
		onkey?: (event: KeyboardEvent) => boolean;
	}
	const { title, anchor, tools, children, onclose, onkey }: Props = $props();

	let note = $state<HTMLElement>();

	const WIDTH = 440;

	/** Below its anchor, or above it where there is no room; never past an edge. */
	const place = $derived.by(() => {
		const { left, top, bottom } = anchor.getBoundingClientRect();
		const x = Math.max(12, Math.min(left - 180, innerWidth - WIDTH - 12));
		return bottom + 230 < innerHeight
			? `left:${x}px;top:${bottom + 6}px`
			: `left:${x}px;bottom:${innerHeight - top + 6}px`;
	});

	$effect(() => {
		const first = note?.querySelector<HTMLElement>('[data-first] input, [data-first] select');
		(first ?? note)?.focus();
	});

	function key(event: KeyboardEvent): void {
		if (onkey?.(event)) event.preventDefault();
		else if (event.key === 'Escape' && !event.defaultPrevented) {
			event.preventDefault();
			onclose();
		} else if (event.key === 'Tab') keepInside(event);
	}

	/** Tab goes round inside. */
	function keepInside(event: KeyboardEvent): void {
		const stops = [
			...(note?.querySelectorAll<HTMLElement>('button:not(:disabled), input, select') ?? [])
		];
		const first = stops[0];
		const last = stops.at(-1);
		const here = document.activeElement;
		const leaves = event.shiftKey ? here === first || here === note : here === last;
		if (!leaves) return;
		event.preventDefault();
		(event.shiftKey ? last : first)?.focus();
	}

	function elsewhere(event: PointerEvent): void {
		if (event.target instanceof Node && !note?.contains(event.target)) onclose();
	}
</script>

<svelte:window onpointerdown={elsewhere} />

<div
	class="note"
	style={place}
	style:width="{WIDTH}px"
	role="dialog"
	tabindex="-1"
	aria-label={title}
	bind:this={note}
	onkeydown={key}
>
	<p class="title">
		<strong>{title}</strong>
		{@render tools?.()}
		<button type="button" onclick={onclose}>Close</button>
	</p>
	{@render children()}
</div>

<style>
	.note {
		position: fixed;
		z-index: 25;
		display: grid;
		gap: 5px;
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

	.title :global(button),
	.note :global(.acts button) {
		color: var(--act);
		font-weight: 600;
	}

	/* What a note may hold: labelled fields, and what can be done with it. */
	.note :global(.fields) {
		display: grid;
		grid-template-columns: 104px 1fr;
		align-items: center;
	}

	.note :global(.label) {
		color: var(--quiet);
	}

	.note :global(.fields :is(input, select)) {
		border-bottom-color: var(--hairline);
		font-weight: 600;
	}

	.note :global(.acts) {
		display: flex;
		gap: 18px;
	}
</style>
