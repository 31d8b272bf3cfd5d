<!-- A quiet button that is only an icon; what it does is said beside it on hover and focus, and to a screen reader. -->
<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		/** The action in words, with its key if it has one. */
		title: string;
		/** The same with what it does it to. */
		label: string;
		onclick: () => void;
		disabled?: boolean;
		/** Whether what it unfolds is open. */
		expanded?: boolean;
		children: Snippet;
	}
	const { title, label, onclick, disabled = false, expanded, children }: Props = $props();

	let button = $state<HTMLElement>();
	let tip = $state<HTMLElement>();
	let shown = $state(false);

	async function show(): Promise<void> {
		shown = true;
		const { computePosition, flip, offset, shift } = await import('@floating-ui/dom');
		if (!shown || !button || !tip?.isConnected) return;
		tip.showPopover();
		const { x, y } = await computePosition(button, tip, {
			strategy: 'fixed',
			placement: 'top',
			middleware: [offset(4), flip(), shift({ padding: 8 })]
		});
		Object.assign(tip.style, { left: `${x}px`, top: `${y}px` });
	}

	function hide(): void {
		shown = false;
		tip?.hidePopover();
	}
</script>

<button
	type="button"
	bind:this={button}
	aria-label={label}
	aria-expanded={expanded}
	{disabled}
	{onclick}
	onpointerenter={show}
	onpointerleave={hide}
	onfocus={({ currentTarget }) => currentTarget.matches(':focus-visible') && show()}
	onblur={hide}
>
	{@render children()}
</button>
<span class="tip" popover="manual" aria-hidden="true" bind:this={tip}>{shown ? title : ''}</span>

<style>
	button {
		display: grid;
		place-items: center;
		width: 28px;
		min-width: var(--target);
		height: 28px;
		min-height: var(--target);
		color: var(--quiet);
	}

	button:hover,
	button:focus-visible {
		color: var(--act);
	}

	button:disabled {
		opacity: 0.35;
	}

	.tip {
		position: fixed;
		margin: 0;
		padding: 2px 8px;
		border: 1px solid var(--hairline);
		background: var(--paper);
		color: var(--ink);
		font-size: 13px;
		pointer-events: none;
		white-space: nowrap;
	}
</style>
