<!-- One field of a debt's terms, as its rule or its way of charging interest has it: typed or chosen. -->
<script lang="ts">
	import type { Field } from '$lib/core/quantities/field';
	import { roundingSteps } from '$lib/document/debt';
	import type { Unread } from '$lib/exchange/taken-line';
	import { choiceWords, fieldLabel, fieldPlaceholder, type TermField } from '$lib/messages/terms';
	import { writeMoney } from '$lib/reading/written';
	import type { Writing } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { countText, minimumPercentText, moneyText } from './debt-fields';
	import { t } from '$lib/words/labels/case';

	interface Props {
		name: TermField;
		field: Field;
		/** Its value. */
		value: unknown;
		writing: Writing;
		/** Whose it is, where the label has to say so. */
		of?: string;
		unread?: Unread | undefined;
		cell?: string | undefined;
		/** Null: it is emptied. */
		onchange: (value: unknown) => void;
	}
	const { name, field, value, writing, of, unread, cell, onchange }: Props = $props();

	const label = $derived(fieldLabel(name, writing) + (of === undefined ? '' : `, ${of}`));
	const typed = $derived({
		label,
		value: value === field.usual ? null : (value as never),
		unread,
		optional: true,
		side: 'right' as const,
		placeholder: fieldPlaceholder(name, writing) ?? '',
		cell,
		onchange
	});

	const named = (value: string | number | boolean | null) => ({
		value,
		words: choiceWords(name, value, writing)
	});
	const choices = $derived.by(() => {
		switch (field.of) {
			case 'choice':
				return field.among.map(named);
			case 'flag':
				return [false, true].map(named);
			case 'times': {
				// What was said elsewhere is offered, too, as long as it is said.
				const offered: readonly unknown[] = [null, ...field.offered];
				return [...(offered.includes(value) ? [] : [value as number]), null, ...field.offered].map(
					named
				);
			}
			default:
				return roundingSteps(writing.currency).map((step) => ({
					value: step,
					words: step === 0 ? t('no') : t('to {step}', { step: writeMoney(step, writing) })
				}));
		}
	});

	function choose(text: string): void {
		const chosen = choices.find((one) => String(one.value) === text);
		if (chosen) onchange(chosen.value);
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
		value={String(value)}
		options={choices.map((one) => ({ value: String(one.value), words: one.words }))}
		{cell}
		onchange={choose}
	/>
{/if}
