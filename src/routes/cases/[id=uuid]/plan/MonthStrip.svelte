<!--
	The picked month's money as one bar: a piece for each debt, its interest hatched and its principal solid;
	the figures under it, each of which says why.
-->
<script lang="ts">
	import type { Cents } from '$lib/core/quantities/money';
	import { partsOf } from '$lib/core/plan/payments';
	import type { Plan, PlanMonth } from '$lib/core/plan/terms';
	import { letterOf } from '$lib/words/debt';
	import { writeAmount } from '$lib/reading/written';
	import type { Writing } from '$lib/reading/writing';
	import { moneySentence } from '$lib/words/plan-answer';
	import type { Phrase } from '$lib/messages/sentence';
	import DebtMark from '$lib/ui/DebtMark.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import { hueOf } from '$lib/words/hues';
	import ChevronLeft from '@lucide/svelte/icons/chevron-left';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import type { Listed } from '$lib/words/plan';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		plan: Plan;
		month: PlanMonth;
		debts: readonly Listed[];
		/** The months in which something happens. */
		events: readonly number[];
		writing: Writing;
		onmonth: (month: number) => void;
		/** A figure that is to show its working, and the element that it is in. */
		onopen: (figure: NonNullable<Phrase['opens']>, element: HTMLElement) => void;
		onwhy: (debt: Listed, element: HTMLElement) => void;
		/** Every month is asked for. */
		onmonths: () => void;
	}
	const { plan, month, debts, events, writing, onmonth, onopen, onwhy, onmonths }: Props = $props();

	const money = (amount: Cents) => writeAmount(amount, writing);
	const sentence = $derived(moneySentence(month, plan, writing));
	const pieces = $derived(
		month.shares.flatMap((share) => {
			const id = plan.debts[share.index]?.id;
			const debt = debts.find((other) => other.id === id);
			return debt && (share.paid > 0 || share.required > 0) ? [{ share, debt }] : [];
		})
	);
	const earlier = $derived(events.findLast((event) => event < month.month));
	const later = $derived(events.find((event) => event > month.month));
</script>

<section aria-label={t('Selected month')}>
	<div class="head">
		<h2>
			<Phrases {sentence} {onopen} />
		</h2>
		<button type="button" title={t('Monthly schedule (F7)')} onclick={onmonths}
			>{t('monthly schedule ›')}</button
		>
		<button
			type="button"
			disabled={earlier === undefined}
			title={t('Previous month with an event (,)')}
			onclick={() => earlier !== undefined && onmonth(earlier)}
		>
			<ChevronLeft size={14} aria-hidden="true" />
			{t('earlier event')}
		</button>
		<button
			type="button"
			disabled={later === undefined}
			title={t('Next month with an event (.)')}
			onclick={() => later !== undefined && onmonth(later)}
		>
			{t('later event')}
			<ChevronRight size={14} aria-hidden="true" />
		</button>
	</div>
	<div class="bar drawn" aria-hidden="true">
		{#each pieces as { share, debt } (debt.id)}
			<span class="piece" style:flex-grow={share.paid} title={debt.name}>
				<span class="hatched" style:flex-grow={partsOf(share).interest}></span>
				<span
					style:flex-grow={partsOf(share).principal}
					style:background="var({hueOf(debt.place).property})"
				></span>
			</span>
		{/each}
		{#if month.shortfall > 0}
			<span class="piece missing" style:flex-grow={month.shortfall}></span>
		{/if}
	</div>
	<ul>
		{#each pieces as { share, debt } (debt.id)}
			<li>
				<button
					type="button"
					data-why={letterOf(debt.place)}
					title={t('{name}: why it gets this amount', { name: debt.name })}
					onclick={(event) => onwhy(debt, event.currentTarget)}
				>
					<DebtMark index={debt.place} />
					<span>
						<strong>{money(share.paid)}</strong>
						<small class="interest"
							>{t('{interest} interest', { interest: money(share.interest) })}</small
						>
					</span>
				</button>
			</li>
		{/each}
	</ul>
</section>

<style>
	section {
		display: grid;
		gap: 6px;
	}

	.head {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 18px;
		align-items: center;
		font-size: 14px;
	}

	h2 {
		flex: 1;
		color: var(--quiet);
		font-size: 14px;
		font-weight: 400;
	}

	.interest {
		color: var(--interest);
	}

	.head button {
		display: inline-flex;
		gap: 2px;
		align-items: center;
		color: var(--act);
		font-weight: 600;
	}

	.head button:disabled {
		color: var(--quiet);
		font-weight: 400;
	}

	.bar {
		display: flex;
		gap: 2px;
		height: 28px;
	}

	.piece {
		display: flex;
		flex-basis: 0;
		min-width: 2px;
	}

	.piece span {
		flex-basis: 0;
	}

	.hatched {
		background: repeating-linear-gradient(-45deg, var(--interest) 0 1.5px, transparent 1.5px 5px);
	}

	.missing {
		border: 1px dashed var(--ink);
	}

	ul {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 18px;
		overflow-y: auto;
		max-height: 84px;
		list-style: none;
	}

	li button {
		display: flex;
		gap: 7px;
		align-items: center;
		line-height: 1.2;
		text-align: start;
	}

	li button:hover strong {
		text-decoration: underline dotted var(--act);
		text-underline-offset: 3px;
	}

	li small {
		display: block;
		font-size: 12.5px;
	}
</style>
