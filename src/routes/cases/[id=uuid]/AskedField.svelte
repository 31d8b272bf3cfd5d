<!-- One field of what is asked, whatever its rule: typed or chosen. -->
<script lang="ts">
	import type { AskedEntry, AskedField } from '$lib/core/debt/rules/asked';
	import { saidIn, withField } from '$lib/core/debt/rules/asked';
	import type { RuleField } from '$lib/core/debt/rules/form';
	import { roundingSteps } from '$lib/document/debt';
	import type { Unread } from '$lib/exchange/debts-table';
	import { choiceWords, fieldLabel, fieldPlaceholder } from '$lib/messages/rules';
	import { writeMoney } from '$lib/reading/written';
	import type { Writing } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { countText, minimumPercentText, moneyText } from './debt-fields';

	interface Props {
		asked: AskedEntry;
		name: AskedField;
		field: RuleField;
		writing: Writing;
		/** Whose it is, where the label has to say so. */
		of?: string;
		unread?: Unread | undefined;
		cell?: string | undefined;
		onchange: (asked: AskedEntry) => void;
	}
	const { asked, name, field, writing, of, unread, cell, onchange }: Props = $props();

	const label = $derived(fieldLabel(name, writing) + (of === undefined ? '' : `, ${of}`));
	const said = $derived(saidIn(asked, name));
	const typed = $derived({
		label,
		value: said === field.usual ? null : (said as never),
		unread,
		optional: true,
		side: 'right' as const,
		placeholder: fieldPlaceholder(name, writing) ?? '',
		cell,
		onchange: (value: unknown) => onchange(withField(asked, name, value))
	});
	const choices = $derived.by((): { value: string | number | boolean; words: string }[] => {
		if (field.of === 'choice')
			return field.among.map((value) => ({ value, words: choiceWords(name, value, writing) }));
		if (field.of === 'flag')
			return [false, true].map((value) => ({ value, words: choiceWords(name, value, writing) }));
		return roundingSteps(writing.currency).map((step) => ({
			value: step,
			words: step === 0 ? 'no' : `to ${writeMoney(step, writing)}`
		}));
	});

	function choose(text: string): void {
		const chosen = choices.find(({ value }) => String(value) === text);
		if (chosen) onchange(withField(asked, name, chosen.value));
	}
</script>

{#if field.of === 'money'}
	<TypedField {...typed} {...moneyText(writing)} />
{:else if field.of === 'percent'}
	<TypedField {...typed} {...minimumPercentText(writing)} />
{:else if field.of === 'count'}
	<TypedField {...typed} {...countText(writing)} />
{:else}
	<Choice
		{label}
		value={String(said)}
		options={choices.map(({ value, words }) => ({ value: String(value), words }))}
		{cell}
		onchange={choose}
	/>
{/if}
