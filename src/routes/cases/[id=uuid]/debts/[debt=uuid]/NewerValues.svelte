<!-- Newer values of the index that a rate follows: what they make of the rate today, and taking them. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { indexBook } from '$lib/desk/reference-book.svelte';
	import type { Follows } from '$lib/document/debt';
	import { withNewValues } from '$lib/document/indexes';
	import type { Writing } from '$lib/reading/writing';
	import Phrases from '$lib/ui/Phrases.svelte';
	import { newValuesSentence } from '$lib/words/indexes';
	import { onMount } from 'svelte';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		follows: Follows;
		writing: Writing;
		/** Until which values are known: the day of the debt's balance. */
		day: CalendarDate;
		ontake: (follows: Follows) => void;
	}
	const { follows, writing, day, ontake }: Props = $props();

	onMount(() => void indexBook.open());

	const index = $derived(indexBook.list.find(({ id }) => id === follows.index) ?? null);
	const newer = $derived(index ? withNewValues(follows, index, indexBook.version, day) : null);
</script>

{#if newer}
	<p class="newer" role="status">
		<Phrases sentence={newValuesSentence(follows, newer, writing)} />
		<button type="button" onclick={() => ontake(newer)}>{t('Use the newer values')}</button>
	</p>
{/if}

<style>
	p {
		padding: 6px 0;
		font-size: 13px;
	}

	button {
		margin-inline-start: 6px;
		color: var(--act);
		font-weight: 600;
	}
</style>
