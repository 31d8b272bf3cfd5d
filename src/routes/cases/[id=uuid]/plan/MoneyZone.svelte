<!-- The month's money: its bar, and the curve of what more of it would buy, worked out beside the page. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { type Cents, wholeUnits, cents } from '$lib/core/quantities/money';
	import type { MoreAnswer } from '$lib/core/search/more-money';
	import type { PlanInHand } from '$lib/desk/plan-in-hand.svelte';
	import { letterOf } from '$lib/words/debt';
	import type { PlanEntry } from '$lib/document/plan';
	import { moreInWorker } from '$lib/workers/more-money';
	import MoneyBar, { type MoneyMark } from './MoneyBar.svelte';
	import MoneyCurve from './MoneyCurve.svelte';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		hand: PlanInHand;
		onchange: (budget: PlanEntry['budget']) => void;
		onbegin: (begins: CalendarDate | null) => void;
		onsheet: () => void;
	}
	const { hand, onchange, onbegin, onsheet }: Props = $props();
	const { writing, debts, listed } = $derived(hand);

	let curve = $state.raw<{ readonly from: Cents; readonly to: Cents } | null>(null);

	/** The curve begins where what is required is covered, and reaches past the amount as it is then. */
	function turnCurve(): void {
		const { usualMoney, present } = hand;
		const low = Math.min(buys.covers ?? usualMoney, present ?? usualMoney);
		const high = Math.max(usualMoney * 2, (present ?? 0) * 1.4, low * 1.5);
		curve = curve === null ? { from: cents(low), to: cents(Math.ceil(high)) } : null;
	}

	const STEPS = [10, 25, 50];
	/** How long sliding must rest before what more money would buy is worked out, in milliseconds. */
	const REST = 250;
	let buys = $state.raw<MoreAnswer>({ more: [], covers: null, ends: [], sooner: [] });
	let failed = $state(false);
	/** Counts the times that it was tried again. */
	let tries = $state(0);
	$effect(() => {
		const steps = STEPS.map((step) => wholeUnits(step, writing.currency.digits));
		const { terms, steady, present } = hand;
		const task = { debts, plan: terms, steps, steady, present };
		void tries;
		failed = false;
		let end = (): void => undefined;
		const resting = setTimeout(() => {
			end = moreInWorker(task, {
				onanswer: (answer) => (buys = answer),
				onfail: () => (failed = true)
			});
		}, REST);
		return () => {
			clearTimeout(resting);
			end();
		};
	});
	const marks: readonly MoneyMark[] = $derived([
		...(buys.covers === null ? [] : [{ amount: buys.covers, words: t('covers the minimums') }]),
		...buys.ends.map(({ years, amount }) => ({
			amount,
			words: years === 1 ? t('within a year') : t('within {years} years', { years })
		})),
		...(hand.present === null ? [] : buys.sooner).flatMap(({ id, amount }) => {
			const debt = listed.find((other) => other.id === id);
			return debt ? [{ amount, words: t('{place} sooner', { place: letterOf(debt.place) }) }] : [];
		})
	]);
</script>

<MoneyBar
	budget={hand.entry.budget}
	months={hand.months}
	{marks}
	{failed}
	onagain={() => (tries += 1)}
	owed={hand.plan.starting}
	more={buys.more}
	{writing}
	{onchange}
	{onbegin}
	oncurve={turnCurve}
	{onsheet}
/>
{#if curve !== null && hand.present !== null && debts.length > 0}
	<MoneyCurve
		{debts}
		plan={hand.steady}
		present={hand.present}
		{...curve}
		{writing}
		ontry={(amount) => onchange({ kind: 'constant', amount })}
		onclose={() => (curve = null)}
	/>
{/if}
