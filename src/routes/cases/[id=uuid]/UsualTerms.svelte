<!-- What is usual at a debt's creditor, below its line: offered, marked until a paper says it, or unlike what was entered. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import type { DebtEntry } from '$lib/document/debt';
	import { withUsualConfirmed } from '$lib/document/usual-terms';
	import type { Writing } from '$lib/reading/writing';
	import Phrases from '$lib/ui/Phrases.svelte';
	import { markedSentence, unlikeSentence, usualSentence } from '$lib/words/usual-terms';
	import type { UsualOffer } from './usual-offer';
	import { t } from '$lib/words/labels/case';

	interface Props {
		debt: DebtEntry;
		offer: UsualOffer;
		writing: Writing;
		asOf: CalendarDate;
		onuse: () => void;
		onchange: (field: string, fields: Partial<DebtEntry>) => void;
	}
	const { debt, offer, writing, asOf, onuse, onchange }: Props = $props();
	const { creditor, fields, unlike } = $derived(offer);
</script>

<div role="cell">
	{#if creditor && fields}
		<p>
			<Phrases sentence={usualSentence(creditor, fields, writing)} />
			<button type="button" title={t('Use the usual terms (Ctrl+U)')} onclick={onuse}
				>{t('Use these terms')}</button
			>
		</p>
	{/if}
	{#if debt.usual}
		<p class="marked">
			<Phrases sentence={markedSentence(debt, creditor, writing)} />
			<button type="button" onclick={() => onchange(t('usual terms'), withUsualConfirmed(debt))}
				>{t('The statement says so')}</button
			>
		</p>
	{/if}
	{#if creditor && unlike.length > 0}
		<p><Phrases sentence={unlikeSentence(creditor, unlike, asOf, writing)} /></p>
	{/if}
</div>

<style>
	div {
		grid-column: 2 / -2;
		padding: 0 6px 6px;
		color: var(--quiet);
		font-size: 13px;
		line-height: 1.3;
	}

	p {
		margin: 0;
	}

	.marked {
		font-style: italic;
	}

	button {
		margin-inline-start: 8px;
		color: var(--act);
		font-style: normal;
		font-weight: 600;
	}
</style>
