<!--
	A field for a value that is written as people write it. While the text can be read, the value follows
	it; while it can't, the value is the one from before. What was typed stays until it is fixed or
	taken back with Escape.
-->
<script lang="ts" generics="T">
	import type { Reading } from '../reading/reading';
	import { untrack } from 'svelte';
	import { t } from '$lib/words/labels/common';

	interface Props {
		label: string;
		/** Null where nothing is known yet. */
		value: T | null;
		write: (value: T) => string;
		read: (typed: string) => Reading<T>;
		onchange: (value: T | null) => void;
		/** Whether it may be left empty; the value is then null. */
		optional?: boolean;
		placeholder?: string;
		side?: 'left' | 'right';
		/** The place in a grid, as `row:column`. */
		cell?: string | undefined;
		/** Called with Enter, once the text can be read. */
		onenter?: () => void;
		/** Called with Escape, once there is nothing to take back. */
		onescape?: () => void;
		autofocus?: boolean;
		/** Nobody has named the value yet: it is in another ink until it is typed or confirmed. */
		assumed?: boolean;
		/** An imported text that could not be read, with the reason, to be corrected. */
		unread?: { readonly typed: string; readonly problem: string } | undefined;
	}
	const {
		label,
		value,
		write,
		read,
		onchange,
		optional = false,
		placeholder = '',
		side = 'left',
		cell,
		onenter,
		onescape,
		autofocus = false,
		assumed = false,
		unread
	}: Props = $props();

	const id = $props.id();
	let typed = $state(untrack(() => unread?.typed ?? null));
	let refused = $state(untrack(() => unread !== undefined));
	let before: T | null = null;

	/** A refused field makes its line taller by the height of the reason, so that no other field is covered. */
	let noteHeight = $state(0);

	const shown = $derived(typed ?? (value === null ? '' : write(value)));
	const reading = $derived(typed === null ? null : readTyped(typed));
	const foreign = $derived(unread !== undefined && typed === unread.typed ? unread : null);
	const problem = $derived.by(() => {
		if (!refused) return null;
		if (foreign) return { problem: foreign.problem, allowed: '' };
		return reading !== null && !reading.ok ? reading : null;
	});

	function readTyped(text: string): Reading<T | null> {
		return optional && text.trim() === '' ? { ok: true, value: null } : read(text);
	}

	function begin(event: FocusEvent & { currentTarget: HTMLInputElement }): void {
		if (typed === null) before = value;
		event.currentTarget.select();
	}

	function type(event: Event & { currentTarget: HTMLInputElement }): void {
		typed = event.currentTarget.value;
		const now = readTyped(typed);
		if (now.ok) refused = false;
		onchange(now.ok ? now.value : before);
	}

	/** Whether what was typed has become the value. */
	function settle(): boolean {
		if (typed === null) return true;
		if (foreign) return false;
		const now = readTyped(typed);
		refused = !now.ok;
		if (now.ok) {
			typed = null;
			before = value;
		}
		return now.ok;
	}

	function takeBack(): void {
		typed = null;
		refused = false;
		onchange(before);
	}

	function key(event: KeyboardEvent & { currentTarget: HTMLInputElement }): void {
		if (event.key === 'Enter') {
			// Nothing typed where something is needed is refused like any other text.
			if (value === null && !optional) typed ??= '';
			if (settle()) onenter?.();
			else {
				// What is refused is typed over, or mended after an arrow.
				event.currentTarget.select();
				event.stopPropagation();
			}
			event.preventDefault();
		} else if (event.key === 'Escape') {
			// What was typed is taken back first; only then does the key mean what is around the field.
			if (typed !== null) {
				takeBack();
				event.preventDefault();
			} else onescape?.();
		}
	}

	/** Focus on a field that has just been opened for typing. */
	function opened(input: HTMLInputElement): void {
		if (autofocus) input.focus();
	}
</script>

<span class="field" style:margin-bottom={problem ? `calc(${noteHeight}px + 8px)` : undefined}>
	<input
		{id}
		class={side}
		class:assumed={assumed && typed === null}
		type="text"
		autocomplete="off"
		spellcheck="false"
		aria-label={label}
		aria-invalid={problem ? 'true' : undefined}
		aria-describedby={problem ? `${id}-problem` : undefined}
		data-cell={cell}
		data-typing={typed === null ? undefined : ''}
		{placeholder}
		value={shown}
		title={assumed
			? t('Assumed: type the agreed value, or confirm …')
			: shown.length > 24
				? shown
				: undefined}
		onfocus={begin}
		oninput={type}
		onblur={settle}
		onkeydown={key}
		{@attach opened}
	/>
	{#if problem}
		<span class="problem" id="{id}-problem" role="alert" bind:offsetHeight={noteHeight}>
			<strong>{problem.problem}</strong>
			{problem.allowed}
		</span>
	{/if}
</span>

<style>
	.field {
		position: relative;
		display: block;
		min-width: 0;
	}

	/* In a line that is higher for what is said below one field, the others stay beside that field. */
	:global(:is([role='row'], .line):has(.field > .problem) > *) {
		align-self: start;
	}

	input {
		width: 100%;
		height: 30px;
		min-height: var(--target);
		padding: 0 6px;
		border: 0;
		border-bottom: 1px solid transparent;
		border-radius: 2px 2px 0 0;
		background: transparent;
		text-overflow: ellipsis;
	}

	input.right {
		text-align: end;
	}

	/* Told by slant and a dotted line too, not by ink alone. */
	input.assumed {
		border-bottom: 1px dotted var(--ink);
		color: var(--quiet);
		font-style: italic;
	}

	input:hover {
		border-bottom-color: var(--act);
	}

	input:focus {
		background: var(--sheet);
		border-bottom-color: var(--act);
		outline: 2px solid var(--act);
		outline-offset: 0;
	}

	input::placeholder {
		color: var(--quiet);
		opacity: 1;
		font-style: italic;
	}

	input[aria-invalid='true'] {
		background: var(--sheet);
		border-bottom: 2px dashed var(--ink);
	}

	.problem {
		position: absolute;
		z-index: 20;
		top: calc(100% + 3px);
		inset-inline-start: 0;
		width: max-content;
		max-width: min(340px, 60vw);
		padding: 6px 10px;
		border: 1px solid var(--ink);
		border-inline-start-width: 4px;
		border-radius: 2px;
		background: var(--sheet);
		font-size: 13px;
		line-height: 1.35;
		text-align: start;
		white-space: normal;
	}

	.right ~ .problem {
		inset-inline-start: auto;
		inset-inline-end: 0;
	}
</style>
