<!-- Savings first: what is put aside before debts get more than they require, and what that costs. -->
<script lang="ts">
	import { ZERO } from '$lib/core/quantities/money';
	import type { PlanTotals } from '$lib/core/plan/terms';
	import type { PlanEntry } from '$lib/document/plan';
	import type { Writing } from '$lib/reading/writing';
	import { savingSentence } from '$lib/words/budget-sheet';
	import Choice from '$lib/ui/Choice.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { moneyText } from '../debt-fields';
	import { t } from '$lib/words/labels/plan';

	type Savings = NonNullable<PlanEntry['savings']>;
	interface Props {
		savings: PlanEntry['savings'];
		plan: PlanTotals;
		/** The same plan without savings; null where it has none. */
		without: PlanTotals | null;
		writing: Writing;
		onchange: (savings: PlanEntry['savings']) => void;
	}
	const { savings, plan, without, writing, onchange }: Props = $props();

	const NONE: Savings = { opening: ZERO, monthly: null, target: null, covers: true };
	const money = $derived(moneyText(writing));

	const write = (fields: Partial<Savings>) => onchange({ ...(savings ?? NONE), ...fields });

	/** Who says only what is there puts nothing more aside until a monthly amount is named. */
	const openWith = (opening: Savings['opening']) =>
		savings === null ? onchange({ ...NONE, monthly: ZERO, opening }) : write({ opening });

	let form = $state<HTMLElement>();
	function goOn(): void {
		const fields = [...(form?.querySelectorAll<HTMLElement>('input, select') ?? [])];
		fields[fields.indexOf(document.activeElement as HTMLElement) + 1]?.focus();
	}

	const COVERS = [
		{ value: 'yes', words: t('yes') },
		{ value: 'no', words: t('no') }
	] as const;
</script>

<div class="savings" bind:this={form}>
	<h2>{t('Savings first')}</h2>
	<div class="term">
		<span>{t('put aside a month')}</span>
		<TypedField
			label={t('Put aside a month')}
			value={savings?.monthly ?? null}
			{...money}
			optional
			side="right"
			placeholder={savings === null ? t('nothing') : t('all that is left')}
			onchange={(monthly) => write({ monthly })}
			onenter={goOn}
		/>
	</div>
	<div class="term">
		<span>{t('until there are')}</span>
		<TypedField
			label={t('Target of the savings')}
			value={savings?.target ?? null}
			{...money}
			optional
			side="right"
			placeholder={savings === null ? '' : t('no target')}
			onchange={(target) => write({ target })}
			onenter={goOn}
		/>
	</div>
	<div class="term">
		<span>{t('there now')}</span>
		<TypedField
			label={t('Saved already')}
			value={savings?.opening ?? null}
			{...money}
			optional
			side="right"
			onchange={(opening) => openWith(opening ?? ZERO)}
			onenter={goOn}
		/>
	</div>
	{#if savings}
		<div class="term">
			<span>{t('for short months')}</span>
			<Choice
				label={t('Savings cover short months')}
				value={savings.covers ? 'yes' : 'no'}
				options={COVERS}
				onchange={(covers) => write({ covers: covers === 'yes' })}
			/>
		</div>
		{#if without}<p>{savingSentence(plan, without, writing)}</p>{/if}
		<button type="button" onclick={() => onchange(null)}>{t('Save nothing')}</button>
	{/if}
</div>

<style>
	h2 {
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	.term {
		display: grid;
		grid-template-columns: 1fr 80px;
		align-items: center;
		border-bottom: 1px solid var(--row-line);
		font-size: 14px;
	}

	p {
		margin-top: 6px;
		color: var(--quiet);
		font-size: 13.5px;
		line-height: 1.35;
	}

	button {
		margin-top: 4px;
		color: var(--act);
		font-size: 13.5px;
		font-weight: 600;
	}
</style>
