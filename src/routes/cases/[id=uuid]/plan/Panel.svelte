<!-- A panel of the plan's screen that stays open beside the rest until it is closed. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		title: string;
		/** Replaces the title, where that says more. */
		heading?: Snippet;
		/** At which edge it is. */
		side?: 'left' | 'right';
		children: Snippet;
		onclose: () => void;
	}
	const { title, heading, side = 'right', children, onclose }: Props = $props();

	/** The focus goes into it, unless something inside has taken it already, and back when it closes. */
	const opener = document.activeElement;
	function focus(element: HTMLElement): () => void {
		if (!element.contains(document.activeElement)) element.focus();
		return () => {
			const inside =
				element.contains(document.activeElement) || document.activeElement === document.body;
			if (inside && opener instanceof HTMLElement) opener.focus();
		};
	}

	function key(event: KeyboardEvent): void {
		if (event.key !== 'Escape' || event.defaultPrevented) return;
		event.preventDefault();
		onclose();
	}
</script>

<!-- Escape closes it from anywhere inside. -->
<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<section aria-label={title} class={side} tabindex="-1" onkeydown={key} {@attach focus}>
	<h2 class:plain={heading}>
		{#if heading}{@render heading()}{:else}{title}{/if}
	</h2>
	<button type="button" onclick={onclose}>{t('Close')}</button>
	<div>{@render children()}</div>
</section>

<style>
	section {
		position: fixed;
		z-index: 24;
		bottom: 100px;
		display: grid;
		grid-template-columns: 1fr auto;
		gap: 6px 16px;
		padding: 10px 14px 12px;
		border: 1px solid var(--act);
		border-radius: 3px;
		background: var(--sheet);
		font-size: 14px;
	}

	.right {
		inset-inline-end: 24px;
		width: min(740px, calc(100vw - 48px));
	}

	.left {
		inset-inline-start: 24px;
		overflow-y: auto;
		width: min(860px, calc(100vw - 48px));
		max-height: 60vh;
	}

	section:focus {
		outline: none;
	}

	h2 {
		font-size: 14px;
		font-weight: 600;
	}

	h2.plain {
		font-weight: 400;
	}

	button {
		color: var(--act);
		font-weight: 600;
	}

	div {
		grid-column: 1 / -1;
	}
</style>
