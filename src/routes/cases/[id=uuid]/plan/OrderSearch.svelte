<!-- The cheapest order of all, searched beside the page: how far it has come, the best so far, and the proof. -->
<script lang="ts">
	import { closeEnough, type OrderAnswer } from '$lib/core/search/cheapest-order';
	import { ZERO, type Cents } from '$lib/core/quantities/money';
	import { planOf, planTotals } from '$lib/core/plan/walk';
	import type { PlanFigure } from '$lib/core/working/plan-figure';
	import type { Plan, PlannedDebt, PlanTerms } from '$lib/core/plan/terms';
	import type { Listed } from '$lib/words/plan';
	import type { Writing } from '$lib/reading/writing';
	import { writePercent } from '$lib/reading/written';
	import { percent } from '$lib/core/quantities/rate';
	import type { Phrase } from '$lib/messages/sentence';
	import { searchSentence } from '$lib/words/search';
	import DebtMark from '$lib/ui/DebtMark.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import { searchInWorker } from '$lib/workers/order-search';
	import { untrack } from 'svelte';
	import Failed from './Failed.svelte';
	import Panel from './Panel.svelte';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		debts: readonly PlannedDebt[];
		terms: PlanTerms;
		plan: Plan;
		listed: readonly Listed[];
		nameOf: (id: string) => string;
		writing: Writing;
		/** The order is taken as the plan's own. */
		onuse: (ids: readonly string[]) => void;
		onclose: () => void;
	}
	const { debts, terms, plan, listed, nameOf, writing, onuse, onclose }: Props = $props();

	let answer = $state.raw<OrderAnswer>({ best: null, ended: null });
	let stop = $state.raw<(() => void) | null>(null);
	let goOn = $state.raw<(() => void) | null>(null);

	/** How close to the cheapest is close enough: at first what rounding alone may make, told to go on nothing. */
	let within = $state.raw<Cents>(untrack(() => closeEnough(debts)));
	let failed = $state(false);
	let tries = $state(0);

	$effect(() => {
		void tries;
		failed = false;
		answer = { best: null, ended: null };
		const search = searchInWorker(
			{ debts, plan: terms, within },
			{ onanswer: (told) => (answer = told), onfail: () => (failed = true) }
		);
		stop = () => {
			search.end();
			stop = null;
			goOn = null;
			answer = { ...answer, ended: 'stopped' };
		};
		goOn = () => {
			answer = { ...answer, ended: null };
			search.goOn();
		};
		return search.end;
	});

	const ranked = $derived(planTotals(debts, { ...terms, order: 'rate' }));
	const sentence = $derived(searchSentence(answer.best, answer.ended, plan, ranked, writing));
	const line = $derived(
		(answer.best?.ids ?? []).flatMap((id) => {
			const owes = plan.debts.find((debt) => debt.id === id && debt.starting > 0);
			return owes ? listed.filter((debt) => debt.id === id) : [];
		})
	);
	/** The best order carried out, for its working. */
	const found = $derived(
		answer.best && planOf(debts, { ...terms, order: 'listed', listed: answer.best.ids })
	);
	let opened = $state.raw<{ readonly figure: PlanFigure; readonly anchor: HTMLElement } | null>(
		null
	);

	function open(figure: NonNullable<Phrase['opens']>, anchor: HTMLElement): void {
		if (figure.of === 'plan') opened = { figure, anchor };
	}

	const settled = $derived(percent(Math.floor((answer.best?.done ?? 0) * 10_000) * 100));
</script>

<Panel title={t('The cheapest order')} {onclose}>
	<p class="how">
		{t('A fixed order stays the same until …')}
	</p>
	<p class="found">
		<Phrases {sentence} onopen={open} />
	</p>
	{#if failed}
		<Failed onagain={() => (tries += 1)} />
	{:else if !answer.ended}
		<p class="far">
			<progress value={answer.best?.done ?? 0} aria-label={t('Search progress')}></progress>
			<span
				>{t('{settled} of all orders checked', { settled: writePercent(settled, writing) })}</span
			>
			<button type="button" onclick={() => stop?.()}>{t('Stop')}</button>
		</p>
	{/if}
	{#if answer.ended === 'stopped' && goOn}
		<p class="far">
			<button type="button" onclick={() => goOn?.()}>{t('Continue the search')}</button>
			<span>{t('stopped after a while; a search may …')}</span>
		</p>
	{:else if answer.ended === 'at its end' && within > 0 && answer.best}
		<p class="far">
			<button type="button" onclick={() => (within = ZERO)}
				>{t('Search for the cheapest order')}</button
			>
			<span>{t('may take long when rates are similar')}</span>
		</p>
	{/if}
	{#if answer.best && answer.best.done < 1}
		<p class="how">
			{t('No order can cost less than this …')}
		</p>
	{/if}
	{#if line.length > 1}
		<ol>
			{#each line as { id, name, place } (id)}
				<li><DebtMark index={place} /> {name}</li>
			{/each}
		</ol>
		<button
			type="button"
			class="use"
			disabled={!answer.ended}
			onclick={() => onuse(line.map(({ id }) => id))}>{t('Use this order')}</button
		>
	{/if}
</Panel>

{#if opened && found}
	{#await import('./PlanWorkingNote.svelte') then { default: PlanWorkingNote }}
		<PlanWorkingNote
			{...opened}
			plan={found}
			{debts}
			baseline={plan}
			{nameOf}
			{writing}
			onclose={() => {
				opened?.anchor.focus();
				opened = null;
			}}
		/>
	{/await}
{/if}

<style>
	.found {
		margin-bottom: 6px;
		font: 400 17px/1.4 var(--serif);
	}

	.how {
		margin-bottom: 6px;
		color: var(--quiet);
	}

	.far {
		display: flex;
		gap: 14px;
		align-items: center;
		margin-bottom: 6px;
		color: var(--quiet);
	}

	progress {
		flex: 1;
		height: 6px;
		accent-color: var(--act);
	}

	ol {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 16px;
		margin-bottom: 6px;
		list-style: none;
	}

	li {
		display: flex;
		gap: 6px;
		align-items: center;
	}

	button {
		color: var(--act);
		font-weight: 600;
	}

	button:disabled {
		color: var(--quiet);
	}
</style>
