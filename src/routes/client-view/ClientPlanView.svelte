<!-- One plan as its client sees it: what it comes to, what more money would change, its picture, what is due, what is gone when. -->
<script lang="ts">
	import type { ClientView } from '$lib/handout/client-view';
	import type { Plan } from '$lib/core/plan/terms';
	import type { Cents } from '$lib/core/quantities/money';
	import { ZERO } from '$lib/core/quantities/money';
	import { markupOf } from '$lib/handout/markup';
	import { writeMonth } from '$lib/reading/written';
	import '$lib/take-home/sections.css';
	import { monthOf, payoffsOf, pictureOf } from '$lib/take-home/sections';
	import { firstDayOf } from '$lib/take-home/take-home';
	import Phrases from '$lib/ui/Phrases.svelte';
	import { takeHomeText, triedSentence } from '$lib/words/take-home';

	type Shown = ClientView['plans'][number];
	interface Props extends Shown {
		plan: Plan;
		/** What it comes to with `more` each month from month `from` on; the plan itself where nothing is tried. */
		tried: Plan;
		more: Cents;
		from: number;
		/** The month of today, from 1; 0: before the plan begins. */
		now: number;
		canTry: boolean;
		/** Whether it has the screen for itself. */
		alone: boolean;
	}
	const { name, said, answer, home, plan, tried, more, from, now, canTry, alone }: Props = $props();

	const { writing } = $derived(home);
	const text = (id: Parameters<typeof takeHomeText>[1], parts = {}) =>
		takeHomeText(writing, id, parts);
	const month = $derived(Math.max(1, now));
	const change = $derived(
		more === 0 || !canTry
			? null
			: triedSentence(tried, plan, { more, once: ZERO, month: firstDayOf(plan, from) }, writing)
	);
	const size = $derived(alone ? { width: 560, height: 250 } : { width: 400, height: 210 });
</script>

<!-- All of it is written by the program, and what is anybody's input in it is escaped. -->
<!-- eslint-disable svelte/no-at-html-tags -->
<article class:alone aria-label={name}>
	<header>
		{#if !alone}<h2>{name}</h2>{/if}
		{#each said as sentence, at (at)}<p class="quiet"><Phrases {sentence} /></p>{/each}
		<p class="answer"><Phrases sentence={answer} /></p>
	</header>
	<p class="change" aria-live="polite">
		{#if change}<Phrases sentence={change} />{:else if canTry}{text('slide')}{/if}
	</p>
	<figure aria-hidden="true">
		{#if plan.starting > 0}{@html markupOf(pictureOf(home, plan, size))}{/if}
	</figure>
	<div class="lists">
		<h3>
			{text('month', {
				when: now < 1 ? 'first' : 'now',
				month: writeMonth(firstDayOf(plan, month), writing)
			})}
		</h3>
		{@html markupOf(monthOf(home, plan, month))}
		<h3>{text('when paid off')}</h3>
		{@html markupOf(payoffsOf(home, tried, plan))}
	</div>
</article>

<style>
	article {
		display: grid;
		/* Beside each other, what is alike stands on one line. */
		grid-row: span 4;
		grid-template-rows: subgrid;
		gap: 12px 60px;
		overflow-wrap: anywhere;
	}

	.alone {
		grid-template: auto auto 1fr / minmax(0, 8fr) minmax(0, 5fr);
	}

	.alone .lists {
		grid-area: 1 / 2 / span 3;
	}

	figure {
		margin-top: 0;
	}

	h2 {
		margin-bottom: 6px;
		font: 600 22px/1.3 var(--sans);
	}

	h3 {
		margin: 0 0 4px;
		font: 600 17px/1.3 var(--sans);
	}

	h3:not(:first-child) {
		margin-top: 24px;
	}

	.answer,
	.change {
		--figure-weight: 640;
		font: 400 23px/1.4 var(--serif);
		font-variant-numeric: lining-nums;
	}

	.alone .answer {
		font-size: 30px;
	}

	/* Its room is kept: nothing moves under the hand. */
	.change {
		min-height: 4.2em;
		font-size: 20px;
	}

	.quiet {
		color: var(--quiet);
		font-size: 17px;
	}

	@media screen and (width < 900px) {
		article,
		.alone {
			grid-template: none / minmax(0, 1fr);
		}

		.alone .lists {
			grid-area: auto;
		}

		.alone .answer {
			font-size: 24px;
		}
	}
</style>
