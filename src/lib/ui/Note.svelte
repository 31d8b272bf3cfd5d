<!--
	A note that opens beside what it belongs to. Escape and a click elsewhere close it. What had the focus
	in it and is gone leaves the focus to the note.
-->
<script lang="ts">
	import { autoUpdate, computePosition, flip, offset, shift, size } from '@floating-ui/dom';
	import type { Snippet } from 'svelte';
	import type { Attachment } from 'svelte/attachments';
	import { t } from '$lib/words/labels/common';

	interface Props {
		title: string;
		/** The element that it is placed beside. */
		anchor: HTMLElement;
		/** Buttons beside the title. */
		tools?: Snippet;
		children: Snippet;
		onclose: () => void;
		/** Keys that are its own; true where it took one. */
		onkey?: (event: KeyboardEvent) => boolean;
	}
	const { title, anchor, tools, children, onclose, onkey }: Props = $props();

	/** So far a note keeps from the edges of the window, in pixels. */
	const EDGE = 12;

	/** Told only when it really is another one. */
	const place = $derived(anchor);

	/** Shows it and puts the focus into it; anew where it comes to be beside something else. */
	const opened: Attachment<HTMLElement> = (note) => {
		const beside = place;
		note.showPopover();
		const first = note.querySelector<HTMLElement>(
			':is([data-first] input, [data-first] select, button[data-first])'
		);
		(first ?? note).focus();
		const stopPlacing = autoUpdate(beside, note, () => void put(beside, note));
		const kept = new MutationObserver(() => {
			if (document.activeElement === document.body) note.focus();
		});
		kept.observe(note, { childList: true, subtree: true });
		return () => {
			stopPlacing();
			kept.disconnect();
		};
	};

	/** Below its anchor or above it, never past an edge, and no higher than there is room. */
	async function put(beside: HTMLElement, note: HTMLElement): Promise<void> {
		const { x, y } = await computePosition(beside, note, {
			strategy: 'fixed',
			placement: 'bottom-start',
			middleware: [
				offset(6),
				flip({ padding: EDGE, fallbackStrategy: 'bestFit' }),
				shift({ padding: EDGE, crossAxis: true }),
				size({
					padding: EDGE,
					apply: ({ availableHeight }) => {
						const most = Math.max(availableHeight, Math.min(240, innerHeight - 2 * EDGE));
						note.style.maxHeight = `${most}px`;
					}
				})
			]
		});
		Object.assign(note.style, { left: `${x}px`, top: `${y}px` });
	}

	function key(event: KeyboardEvent): void {
		const escapes = event.key === 'Escape' && !event.defaultPrevented;
		if (!escapes && !onkey?.(event)) return;
		event.preventDefault();
		if (escapes) onclose();
	}
</script>

<div
	class="note"
	popover="auto"
	role="dialog"
	tabindex="-1"
	aria-label={title}
	onkeydown={key}
	onbeforetoggle={(event) => event.newState === 'closed' && onclose()}
	{@attach opened}
>
	<p class="title">
		<strong>{title}</strong>
		{@render tools?.()}
		<button type="button" onclick={onclose}>{t('Close')}</button>
	</p>
	{@render children()}
</div>

<style>
	.note {
		position: fixed;
		inset: auto;
		overflow-y: auto;
		gap: 5px;
		width: 440px;
		max-width: calc(100vw - 24px);
		margin: 0;
		padding: 10px 14px 12px;
		color: inherit;
		border: 1px solid var(--act);
		border-radius: 3px;
		background: var(--sheet);
		font-size: 14px;
	}

	.note:popover-open {
		display: grid;
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
		min-height: var(--target);
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
