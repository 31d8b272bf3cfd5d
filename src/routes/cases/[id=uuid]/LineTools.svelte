<!-- What can be done with a line of the entry grid: split, copied, deleted. -->
<script lang="ts">
	import IconButton from '$lib/ui/IconButton.svelte';
	import Layers from '@lucide/svelte/icons/layers';
	import Copy from '@lucide/svelte/icons/copy';
	import X from '@lucide/svelte/icons/x';
	import Trash2 from '@lucide/svelte/icons/trash-2';
	import { t } from '$lib/words/labels/case';

	interface Props {
		/** What the debt is called. */
		name: string;
		/** Whether it is not taken yet. */
		isProposed: boolean;
		onsplit?: (() => void) | undefined;
		oncopy?: (() => void) | undefined;
		onremove?: (() => void) | undefined;
	}
	const { name, isProposed, onsplit, oncopy, onremove }: Props = $props();
</script>

<span role="cell">
	{#if onsplit}
		<IconButton
			title={t('Split into balances (Ctrl+B)')}
			label={t('Split {debt} into balances', { debt: name })}
			onclick={onsplit}
		>
			<Layers size={15} aria-hidden="true" />
		</IconButton>
	{/if}
	{#if oncopy}
		<IconButton
			title={t('Copy this line (Ctrl+D)')}
			label={t('Copy {debt}', { debt: name })}
			onclick={oncopy}
		>
			<Copy size={15} aria-hidden="true" />
		</IconButton>
	{/if}
	{#if onremove}
		<IconButton
			title={isProposed
				? t('Leave this line out (Ctrl+Delete)')
				: t('Delete this line (Ctrl+Delete)')}
			label="{isProposed ? t('Leave out') : t('Delete')} {name}"
			onclick={onremove}
		>
			{#if isProposed}<X size={15} aria-hidden="true" />{:else}<Trash2
					size={15}
					aria-hidden="true"
				/>{/if}
		</IconButton>
	{/if}
</span>

<style>
	span {
		display: flex;
		justify-content: end;
	}
</style>
