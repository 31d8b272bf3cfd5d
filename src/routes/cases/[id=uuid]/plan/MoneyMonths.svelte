<!-- What is left each month of a year: to the debts, put aside, taken from savings. A month opens its calculation. -->
<script lang="ts">
	import type { Cents } from '$lib/core/quantities/money';
	import type { MoneyMonth } from '$lib/core/plan/money-months';
	import type { Writing } from '$lib/reading/writing';
	import { writeShortMonth, writeWholeMoney } from '$lib/reading/written';
	import { liveChart, type Drawn } from '$lib/ui/live-chart.svelte';
	import type { MoneyPicture } from '$lib/ui/money-chart';
	import {
		barAmount,
		barInWords,
		minimumsMark,
		monthsInPicture,
		savingsMark
	} from '$lib/words/budget-sheet';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		months: readonly MoneyMonth[];
		writing: Writing;
		/** A month is to show how it comes about, beside an element. */
		onopen: (month: MoneyMonth, anchor: HTMLElement) => void;
	}
	const { months, writing, onopen }: Props = $props();

	let pointed = $state(-1);
	const required = $derived(months.find((month) => month.required !== null)?.required ?? null);
	const picture: MoneyPicture = $derived({
		bars: months.map(({ first, left, forDebts, putAside, taken, required: asked }) => ({
			label: writeShortMonth(first, writing),
			forDebts,
			putAside,
			taken,
			left,
			said: barAmount(left, writing),
			saved: taken > 0 ? savingsMark(taken, writing) : '',
			required: asked
		})),
		pointed,
		amount: (value) => writeWholeMoney(value as Cents, writing)
	});

	let chart = $state.raw<Drawn<MoneyPicture>>();
	const live = liveChart(
		async () => (await import('$lib/ui/money-chart')).drawMoney,
		() => picture,
		(drawn) => (chart = drawn)
	);

	let frame = $state<HTMLElement>();

	/** The bars are buttons, too, for whoever has no pointer: arrows go from one to the next. */
	function key(event: KeyboardEvent): void {
		const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
		if (step === 0) return;
		event.preventDefault();
		const buttons = [...(frame?.querySelectorAll<HTMLElement>('button') ?? [])];
		const here = buttons.indexOf(document.activeElement as HTMLElement);
		buttons[Math.min(Math.max(here + step, 0), buttons.length - 1)]?.focus();
	}
</script>

<p class="legend">
	<span>{t('What is left each month:')}</span>
	<span><i class="debts"></i>{t('to the debts')}</span>
	<span><i class="aside"></i>{t('put aside')}</span>
	<span><i class="taken"></i>{t('taken from savings')}</span>
	{#if required !== null}<span><i class="minimum"></i>{minimumsMark(required, writing)}</span>{/if}
</p>
<div class="frame" role="group" aria-label={monthsInPicture(months, writing)} bind:this={frame}>
	<canvas {@attach live}></canvas>
	<!-- The arrows belong to the buttons inside. -->
	<!-- svelte-ignore a11y_no_static_element_interactions -->
	<div
		class="bars"
		style:grid-template-columns="repeat({months.length}, 1fr)"
		style:left="{chart ? 56 : 0}px"
		onkeydown={key}
	>
		{#each months as month, at (month.first)}
			<button
				type="button"
				tabindex={at === Math.max(pointed, 0) ? 0 : -1}
				aria-label={t('{bar}: show the calculation', { bar: barInWords(month, writing) })}
				onpointerenter={() => (pointed = at)}
				onpointerleave={() => (pointed = -1)}
				onfocus={() => (pointed = at)}
				onclick={(event) => onopen(month, event.currentTarget)}
			></button>
		{/each}
	</div>
</div>

<style>
	.legend {
		display: flex;
		gap: 14px;
		color: var(--quiet);
		font-size: 13px;
	}

	.legend span {
		display: flex;
		gap: 5px;
		align-items: center;
	}

	i {
		width: 11px;
		height: 11px;
		border: 1px solid var(--act);
	}

	.debts {
		border-color: var(--debt-5);
		background: var(--debt-5);
	}

	.aside {
		background: var(--sheet);
	}

	.taken {
		border-style: dashed;
	}

	.minimum {
		width: 20px;
		height: 0;
		border: 0;
		border-top: 2px dotted var(--ink);
	}

	.frame {
		position: relative;
		overflow: hidden;
		height: 100%;
		min-height: 0;
	}

	canvas {
		position: absolute;
		inset: 0;
	}

	.bars {
		position: absolute;
		inset: 0 8px 0 56px;
		display: grid;
	}

	.bars button {
		height: 100%;
	}
</style>
