<!-- What a creditor has answered to what is proposed for one debt, and since when. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import type { NamedTerms, Reply } from '$lib/document/change';
	import type { Writing } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { replyChoices, usualMark } from '$lib/words/replies';
	import { dateText } from '../debt-fields';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		named: NamedTerms;
		/** What the debt is called. */
		name: string;
		asOf: CalendarDate;
		writing: Writing;
		onchange: (reply: Reply) => void;
		onenter: () => void;
	}
	const { named, name, asOf, writing, onchange, onenter }: Props = $props();
	const { reply } = $derived(named);
	const mark = $derived(usualMark(named, writing));
</script>

<div>
	{#if mark}<em>{mark}</em>{/if}
	<Choice
		label={t('Reply for {name}', { name })}
		value={reply.is}
		options={replyChoices(writing)}
		onchange={(is) => onchange({ is, on: is === 'open' ? null : (reply.on ?? asOf) })}
	/>
	{#if reply.is !== 'open'}
		<TypedField
			{onenter}
			label={t('Day of the reply for {name}', { name })}
			value={reply.on}
			{...dateText(asOf, writing)}
			optional
			placeholder={t('day not known')}
			onchange={(on) => onchange({ ...reply, on })}
		/>
	{/if}
</div>

<style>
	div {
		display: flex;
		gap: 8px;
		align-items: center;
		justify-content: end;
		margin-top: -4px;
		padding-block: 0 4px;
		padding-inline: 40px 0;
		border-bottom: 1px solid var(--row-line);
		font-size: 13px;
	}

	div > :global(*) {
		flex: 0 1 132px;
	}

	em {
		flex: 1 1 auto;
		color: var(--quiet);
	}
</style>
