<!--
	What another so much a month buys: interest and length over the month's money, worked out beside the page.
	An amount is pointed at with the pointer or the arrows; a click or Enter tries it.
-->
<script lang="ts">
	import { type Cents, cents } from '$lib/core/quantities/money';
	import { amountsBetween, kneeOf, type CurvePoint } from '$lib/core/search/money-curve';
	import type { PlannedDebt, PlanTerms } from '$lib/core/plan/terms';
	import { writeMoney, writeWholeMoney } from '$lib/reading/written';
	import type { Writing } from '$lib/reading/writing';
	import { curveMark, curveSentence } from '$lib/words/plan-answer';
	import Phrases from '$lib/ui/Phrases.svelte';
	import type { CurvePicture } from '$lib/ui/curve-chart';
	import { liveChart, type Drawn } from '$lib/ui/live-chart.svelte';
	import { curveInWorker } from '$lib/workers/money-curve';
	import Failed from './Failed.svelte';
	import Panel from './Panel.svelte';
	import { sentence, t } from '$lib/words/labels/plan';

	interface Props {
		debts: readonly PlannedDebt[];
		/** The plan but for its money. */
		plan: PlanTerms;
		/** The month's money as it is. */
		present: Cents;
		from: Cents;
		to: Cents;
		writing: Writing;
		ontry: (amount: Cents) => void;
		onclose: () => void;
	}
	const { debts, plan, present, from, to, writing, ontry, onclose }: Props = $props();

	const POINTS = 121;
	const unit = $derived(10 ** writing.currency.digits);
	const amounts = $derived(amountsBetween(from, to, POINTS, unit));
	let points = $state.raw<readonly CurvePoint[]>([]);
	let pointed = $state.raw<number | null>(null);

	let failed = $state(false);
	let tries = $state(0);
	$effect(() => {
		void tries;
		points = [];
		failed = false;
		return curveInWorker(
			{ debts, plan, amounts },
			{
				onanswer: (found) => (points = [...points, ...found].sort((a, b) => a.amount - b.amount)),
				onfail: () => (failed = true)
			}
		);
	});

	const done = $derived(points.length / amounts.length);
	const knee = $derived(done === 1 ? kneeOf(points) : null);
	const whole = (amount: number) => writeWholeMoney(amount, writing);
	const picture = $derived({
		points,
		from,
		to,
		marks: [
			{ amount: present, label: curveMark('curve now', present, writing) },
			...(knee === null
				? []
				: [{ amount: knee.amount, label: curveMark('curve knee', knee.amount, writing) }])
		].sort((a, b) => a.amount - b.amount),
		pointed,
		money: whole
	});
	const shown = $derived(points.find(({ amount }) => amount === pointed) ?? null);

	let chart = $state.raw<Drawn<CurvePicture>>();
	const live = liveChart(
		async () => (await import('$lib/ui/curve-chart')).drawCurve,
		() => picture,
		(drawn) => (chart = drawn)
	);

	/** The amount of the curve that is nearest. */
	function nearest(amount: number): Cents {
		return amounts.reduce((one, other) =>
			Math.abs(other - amount) < Math.abs(one - amount) ? other : one
		);
	}

	function point(event: PointerEvent): void {
		if (chart) pointed = nearest(chart.at(event.offsetX));
	}

	function key(event: KeyboardEvent): void {
		const steps = { ArrowRight: 1, ArrowLeft: -1, PageUp: 10, PageDown: -10 } as const;
		const step = steps[event.key as keyof typeof steps];
		if (event.key === 'Enter' && pointed !== null) ontry(cents(pointed));
		else if (step !== undefined) {
			const here = amounts.indexOf(nearest(pointed ?? present));
			pointed = amounts[Math.min(Math.max(here + step, 0), amounts.length - 1)] ?? null;
		} else return;
		event.preventDefault();
	}

	const focus = (element: HTMLElement) => element.focus();
</script>

<Panel title={t('Paying more')} {onclose}>
	{#snippet heading()}
		<span class="said">
			{#if shown}
				<Phrases sentence={curveSentence(shown, writing)} />
			{:else}
				<Phrases sentence={sentence('Effect of a larger monthly budget')} />
			{/if}
		</span>
	{/snippet}
	<!-- Each amount is reached with the arrows; what it comes to is said in the line above. -->
	<div
		class="curve"
		role="slider"
		tabindex="0"
		aria-label={t('Monthly budget to try')}
		aria-valuemin={from}
		aria-valuemax={to}
		aria-valuenow={pointed ?? present}
		aria-valuetext={writeMoney(cents(pointed ?? present), writing)}
		onkeydown={key}
		onpointermove={point}
		onpointerleave={() => (pointed = null)}
		onclick={() => pointed !== null && ontry(cents(pointed))}
		{@attach focus}
	>
		<canvas {@attach live}></canvas>
	</div>
	{#if failed}
		<Failed onagain={() => (tries += 1)} />
	{:else if done < 1}
		<progress value={done} aria-label={t('Computing the curve')}></progress>
	{/if}
</Panel>

<style>
	.curve {
		direction: ltr;
		position: relative;
		height: 250px;
		overflow: hidden;
		cursor: crosshair;
	}

	canvas {
		position: absolute;
		inset: 0;
		pointer-events: none;
	}

	progress {
		width: 100%;
		height: 4px;
		accent-color: var(--act);
	}
</style>
