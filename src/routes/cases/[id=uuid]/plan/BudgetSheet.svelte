<!-- The budget sheet: income and living expenses line by line, and the remaining amount for debts. -->
<script lang="ts">
	import { householdOf } from '$lib/core/plan/household';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { ZERO, type Cents } from '$lib/core/quantities/money';
	import { frequencyChoices } from '$lib/words/amounts';
	import type { Writing } from '$lib/reading/writing';
	import type { Sheet, SheetLine } from '$lib/document/plan';
	import { sheetSentence } from '$lib/words/plan-answer';
	import { tick } from 'svelte';
	import Choice from '$lib/ui/Choice.svelte';
	import IconButton from '$lib/ui/IconButton.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import Panel from './Panel.svelte';
	import Trash2 from '@lucide/svelte/icons/trash-2';
	import { moneyText, nameText } from '../debt-fields';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		sheet: Sheet;
		/** The money that goes to debts in the first month. */
		money: Cents;
		writing: Writing;
		onchange: (sheet: Sheet) => void;
		/** Makes the remaining amount the monthly budget. */
		onuse: (left: Cents) => void;
		onclose: () => void;
	}
	const { sheet, money, writing, onchange, onuse, onclose }: Props = $props();

	type Side = keyof Sheet;
	const SIDES: readonly { readonly side: Side; readonly title: string; readonly hint: string }[] = [
		{ side: 'income', title: t('Income'), hint: t('take-home pay') },
		{ side: 'needs', title: t('Living expenses'), hint: 'rent, food, …' }
	];
	const BLANK: SheetLine = { name: '', amount: ZERO, perYear: 12 };

	const household = $derived(householdOf(sheet.income, sheet.needs));
	const sentence = $derived(sheetSentence(household, money, writing));
	/** The last line is always an empty one; typing on it makes it a line. */
	const linesOf = (side: Side) =>
		sheet[side].length < LIMITS.sheetLines ? [...sheet[side], BLANK] : sheet[side];

	function write(side: Side, index: number, fields: Partial<SheetLine>): void {
		const lines = [...sheet[side]];
		lines[index] = { ...(lines[index] ?? BLANK), ...fields };
		onchange({ ...sheet, [side]: lines });
	}

	function remove(side: Side, index: number): void {
		onchange({ ...sheet, [side]: sheet[side].filter((_, place) => place !== index) });
	}

	let sides = $state<HTMLElement>();

	/** Enter goes on to the next field: from a name to its amount, from an amount to the next line. */
	async function goOn(): Promise<void> {
		// A line that has just been typed gives way to the next empty one.
		await tick();
		const fields = [...(sides?.querySelectorAll<HTMLElement>('input') ?? [])];
		const next = fields[fields.indexOf(document.activeElement as HTMLElement) + 1];
		(next ?? sides?.parentElement?.querySelector<HTMLElement>('button.use'))?.focus();
	}

	const begin = (element: HTMLElement) => element.querySelector('input')?.focus();
</script>

<Panel title={t('Budget sheet')} side="left" {onclose}>
	{#snippet heading()}
		<span class="said">
			<Phrases {sentence} />
		</span>
	{/snippet}
	<div class="sides" bind:this={sides} {@attach begin}>
		{#each SIDES as { side, title, hint } (side)}
			<div class="side">
				<h2>{title}</h2>
				{#each linesOf(side) as line, index (index)}
					{@const of = t('{title}, line {index}', { title, index: index + 1 })}
					<div class="line">
						<TypedField
							label={t('Name, {of}', { of })}
							value={line.name === '' ? null : line.name}
							{...nameText(writing)}
							optional
							placeholder={index === 0 ? hint : t('next line')}
							onchange={(name) => write(side, index, { name: name ?? '' })}
							onenter={() => void goOn()}
						/>
						<TypedField
							label={t('Amount, {of}', { of })}
							value={line === BLANK ? null : line.amount}
							{...moneyText(writing)}
							optional
							side="right"
							onchange={(amount) => write(side, index, { amount: amount ?? ZERO })}
							onenter={() => void goOn()}
						/>
						<Choice
							label={t('How often, {of}', { of })}
							value={String(line.perYear)}
							options={frequencyChoices(writing)}
							onchange={(often) =>
								write(side, index, { perYear: Number(often) as SheetLine['perYear'] })}
						/>
						{#if line !== BLANK}
							<IconButton
								title={t('Delete this line')}
								label={t('Delete {of}', { of })}
								onclick={() => remove(side, index)}
							>
								<Trash2 size={14} aria-hidden="true" />
							</IconButton>
						{/if}
					</div>
				{/each}
			</div>
		{/each}
	</div>
	{#if household.left > 0}
		<button type="button" class="use" onclick={() => onuse(household.left)}
			>{t('Use the remaining amount')}</button
		>
	{/if}
</Panel>

<style>
	.sides {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 6px 28px;
	}

	.use {
		margin-top: 8px;
		color: var(--act);
		font-weight: 600;
	}

	h2 {
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	.line {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 104px 118px 28px;
		align-items: center;
		border-top: 1px solid var(--row-line);
	}
</style>
