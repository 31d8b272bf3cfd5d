<!--
	The working of a figure, beside it: the formula in words, the same with the numbers in it, and where
	each number comes from. Each of those opens in turn; Backspace goes back.
-->
<script lang="ts" generics="F">
	import type { WrittenWorking } from '../words/debt-working';
	import Note from './Note.svelte';
	import { t } from '$lib/words/labels/common';

	interface Props {
		working: WrittenWorking<F>;
		/** The figure that it is beside. */
		anchor: HTMLElement;
		/** Whether there is a working that this one was opened from. */
		deep?: boolean;
		onopen?: (figure: F) => void;
		onback?: () => void;
		onclose: () => void;
	}
	const { working, anchor, deep = false, onopen, onback, onclose }: Props = $props();

	function key(event: KeyboardEvent): boolean {
		if (event.key !== 'Backspace' || !deep) return false;
		onback?.();
		return true;
	}
</script>

<Note title={t('Calculation: {title}', { title: working.title })} {anchor} {onclose} onkey={key}>
	{#snippet tools()}
		{#if deep}<button type="button" onclick={onback}>{t('Back')}</button>{/if}
	{/snippet}
	<!-- Made anew, so that the focus is with what is new. -->
	{#key working}
		<p>{working.words}</p>
		<p class="numbers">{working.numbers ?? working.result}</p>
		{#if working.sources.length > 0}
			<ul>
				{#each working.sources as { text, figure }, index (index)}
					<li>
						{#if figure}
							<button type="button" class="source" onclick={() => onopen?.(figure)}>{text} ›</button
							>
						{:else}{text}{/if}
					</li>
				{/each}
			</ul>
		{/if}
	{/key}
</Note>

<style>
	.numbers {
		font-weight: 600;
		overflow-wrap: anywhere;
	}

	.source {
		color: var(--act);
		text-align: start;
	}

	.source:hover {
		text-decoration: underline;
	}
</style>
