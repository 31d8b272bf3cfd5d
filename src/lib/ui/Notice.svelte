<!-- Says what has just been done, with the way to take it back or to go on. Stays until it is put away. -->
<script lang="ts">
	import { t } from '$lib/words/labels/common';

	interface Props {
		text: string;
		/** What its button does, if it has one, and what it says. */
		onact?: (() => void) | undefined;
		act?: string;
		onclose: () => void;
	}
	const { text, onact, act = t('Undo'), onclose }: Props = $props();
</script>

<div class="notice" role="status">
	<span>{text}</span>
	{#if onact}<button type="button" class="act" onclick={onact}>{act}</button>{/if}
	<button type="button" class="act" onclick={onclose}>{t('Close')}</button>
</div>

<style>
	.notice {
		position: fixed;
		z-index: 30;
		left: 50%;
		bottom: 20px;
		display: flex;
		gap: 20px;
		align-items: center;
		/* From its left edge on there is half of the window alone. */
		width: max-content;
		max-width: min(720px, 92vw);
		padding: 10px 18px;
		border: 1px solid var(--ink);
		border-radius: 3px;
		background: var(--sheet);
		transform: translateX(-50%);
		overflow-wrap: anywhere;
	}

	.act {
		flex: none;
		min-height: var(--target);
		color: var(--act);
		font-weight: 600;
	}
</style>
