<script lang="ts">
	import type { Cents } from '$lib/core/quantities/money';
	import type { Uncovered } from '$lib/core/debt/ways';
	import type { Writing } from '$lib/reading/writing';
	import { writeMoney } from '$lib/reading/written';
	import Phrases from '$lib/ui/Phrases.svelte';
	import ShortLine from '$lib/ui/ShortLine.svelte';
	import { uncoveredSentence } from '$lib/words/debt-answer';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		/** Where the amount that is paid comes to be less than the minimum. */
		readonly short: Uncovered;
		readonly writing: Writing;
		readonly onpay: (amount: Cents) => void;
	}
	const { short, writing, onpay }: Props = $props();
	const { covers } = $derived(short);
</script>

<ShortLine>
	<Phrases sentence={uncoveredSentence(short, writing)} />
	{#if covers !== null}
		<button type="button" onclick={() => onpay(covers)}
			>{t('Pay {covers} instead', { covers: writeMoney(covers, writing) })}</button
		>
	{/if}
</ShortLine>
