<!--
	The figures of plans in columns, each with how far it is from what they are measured against. What is best
	in a row says so and is in bold.
-->
<script lang="ts">
	import {
		bestOf,
		comparedPlan,
		distance,
		FIGURES,
		type ComparedFigure
	} from '$lib/core/plan/comparison';
	import { COMPARED_AS, type PlanFigure } from '$lib/core/working/plan-figure';
	import type { Plan } from '$lib/core/plan/terms';
	import {
		columnNote,
		comparedName,
		verdict,
		writeCompared,
		writeDistance
	} from '$lib/words/comparison';
	import type { Writing } from '$lib/reading/writing';
	import type { chosenPlan, PlanEntry } from '$lib/document/plan';
	import ArrowLeft from '@lucide/svelte/icons/arrow-left';
	import ArrowRight from '@lucide/svelte/icons/arrow-right';
	import Check from '@lucide/svelte/icons/check';
	import EyeOff from '@lucide/svelte/icons/eye-off';
	import IconButton from '$lib/ui/IconButton.svelte';
	import { tick } from 'svelte';
	import type { ShownPlan } from './shown-plans';
	import { t } from '$lib/words/labels/side-by-side';

	interface Props {
		shown: readonly ShownPlan[];
		baseline: Plan;
		/** The name of the baseline. */
		words: string;
		chosen: ReturnType<typeof chosenPlan>;
		writing: Writing;
		figures: readonly ComparedFigure[];
		hrefOf: (id: string) => string;
		onhide: (id: string) => void;
		onmove: (id: string, by: number) => void;
		onchoose: (plan: PlanEntry, anchor: HTMLElement) => void;
		onfigures: (figures: readonly ComparedFigure[]) => void;
		/** A figure of a plan is to show its working. */
		onopen: (plan: ShownPlan, figure: PlanFigure, element: HTMLElement) => void;
	}
	const { shown, baseline, words, chosen, writing, figures, hrefOf, ...on }: Props = $props();

	const measured = $derived(comparedPlan(baseline));
	/** Deferred interest has a row only where a plan is charged any, and what is forgiven where anything is. */
	const there = $derived.by(() => {
		const plans = [baseline, ...shown.map(({ plan }) => plan)];
		const isSeen = (figure: ComparedFigure) =>
			(figure !== 'deferredCharged' || plans.some((plan) => plan.deferredCharged > 0)) &&
			(figure !== 'forgiven' || plans.some((plan) => plan.totalForgiven > 0));
		return FIGURES.filter(isSeen);
	});
	const rows = $derived(figures.filter((figure) => there.includes(figure)));
	const hidden = $derived(there.filter((figure) => !figures.includes(figure)));
	let table = $state<HTMLElement>();

	/** Rows are moved with Alt and the arrows, hidden with Delete. */
	async function key(event: KeyboardEvent, figure: ComparedFigure): Promise<void> {
		const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
		const others = figures.filter((other) => other !== figure);
		const beside = step === undefined ? undefined : rows[rows.indexOf(figure) + step];
		if (event.key === 'Delete') on.onfigures(others);
		else if (step !== undefined && event.altKey && beside) {
			// Past the row that is seen beside it: one without any amount is not there.
			const at = others.indexOf(beside) + (step > 0 ? 1 : 0);
			on.onfigures([...others.slice(0, at), figure, ...others.slice(at)]);
		} else return;
		event.preventDefault();
		await tick();
		table?.querySelector<HTMLElement>(`[data-figure="${figure}"] button`)?.focus();
	}
</script>

{#snippet opening(plan: ShownPlan, name: PlanFigure['name'], value: unknown, text: string)}
	{#if value !== null && value !== 0}
		<button
			type="button"
			class="figure"
			title={t('Show the calculation')}
			onclick={(event) => on.onopen(plan, { of: 'plan', name }, event.currentTarget)}>{text}</button
		>
	{:else}{text}{/if}
{/snippet}

<div class="scroller" style:--plans={shown.length}>
	<table bind:this={table}>
		<thead>
			<tr>
				<td class="corner">{t('amounts in {code}', { code: writing.currency.code })}</td>
				{#each shown as { entry, look, difference, refused, standing }, place (entry.id)}
					{@const said = refused ? null : verdict(difference, writing)}
					{@const note = columnNote({ refused, standing }, writing)}
					<th scope="col" class:chosen={entry.id === chosen?.plan.id}>
						<span class="name">
							<span class="mark">{look.number}</span>
							<a href={hrefOf(entry.id)} title={t('{name}: open this plan', { name: entry.name })}
								>{entry.name}</a
							>
						</span>
						{#if note}<span class="note">{note}</span>{/if}
						{#if !refused}
							<span class="verdict">{said ?? t('baseline for comparison')}</span>
						{/if}
						<span class="acts">
							{#if entry.id === chosen?.plan.id}
								<span class="is" tabindex="-1" data-chosen
									><Check size={13} aria-hidden="true" />
									{t('chosen', { changed: chosen.changed ? 'yes' : 'no' })}</span
								>
							{:else}
								<button
									type="button"
									data-choose={entry.id}
									disabled={refused}
									onclick={(event) => on.onchoose(entry, event.currentTarget)}>{t('Choose')}</button
								>
							{/if}
							<IconButton
								title={t('Move to the left')}
								label={t('Move {name} to the left', { name: entry.name })}
								disabled={place === 0}
								onclick={() => on.onmove(entry.id, -1)}
							>
								<ArrowLeft size={13} aria-hidden="true" />
							</IconButton>
							<IconButton
								title={t('Move to the right')}
								label={t('Move {name} to the right', { name: entry.name })}
								disabled={place === shown.length - 1}
								onclick={() => on.onmove(entry.id, 1)}
							>
								<ArrowRight size={13} aria-hidden="true" />
							</IconButton>
							<IconButton
								title={t('Hide this plan here')}
								label={t('Hide {name}', { name: entry.name })}
								onclick={() => on.onhide(entry.id)}
							>
								<EyeOff size={13} aria-hidden="true" />
							</IconButton>
						</span>
					</th>
				{/each}
			</tr>
		</thead>
		<tbody>
			{#each rows as figure (figure)}
				{@const best =
					figure === 'forgiven' ? [] : bestOf(shown.map((plan) => plan.figures[figure]))}
				<tr data-figure={figure}>
					<th scope="row">
						<button
							type="button"
							data-print
							title={t('Alt+↑ ↓ moves this row, Delete hides it')}
							onkeydown={(event) => key(event, figure)}>{comparedName(figure, writing)}</button
						>
						<span class="hide">
							<IconButton
								title={t('Hide this row')}
								label={t('Hide the row {figure}', { figure: comparedName(figure, writing) })}
								onclick={() => on.onfigures(figures.filter((other) => other !== figure))}
							>
								<EyeOff size={13} aria-hidden="true" />
							</IconButton>
						</span>
					</th>
					{#each shown as plan, place (plan.entry.id)}
						{@const { figures: own, difference } = plan}
						{@const value = own[figure]}
						{@const away = difference === null ? null : distance(value, measured[figure])}
						<td class:best={best.includes(place)} class:interest={figure === 'interest'}>
							<span class="value">
								{@render opening(
									plan,
									COMPARED_AS[figure],
									value,
									writeCompared(figure, value, writing)
								)}
								{#if best.includes(place)}<span class="tag"
										>{plan.standing !== 'agreed' ? t('if agreed') : t('best', { figure })}</span
									>{/if}
							</span>
							<small title={t('compared with {words}', { words })}>
								{@render opening(
									plan,
									{ apart: figure },
									away,
									writeDistance(value, away, writing)
								)}
							</small>
						</td>
					{/each}
				</tr>
			{/each}
			{#if hidden.length > 0}
				<tr>
					<td colspan={shown.length + 1} class="hidden">
						{t('Hidden rows')}
						{#each hidden as figure (figure)}
							<button type="button" onclick={() => on.onfigures([...figures, figure])}
								>{t('show “{figure}”', { figure: comparedName(figure, writing) })}</button
							>
						{/each}
					</td>
				</tr>
			{/if}
		</tbody>
	</table>
</div>

<style>
	.scroller {
		overflow-x: auto;
		padding: 0 24px;
	}

	table {
		width: 100%;
		border-collapse: collapse;
		font-size: 14px;
		line-height: 1.25;
		table-layout: fixed;
	}

	thead th {
		padding-block: 6px;
		padding-inline: 14px 10px;
		border-bottom: 1px solid var(--hairline);
		font-weight: 400;
		text-align: start;
		vertical-align: top;
	}

	thead th.chosen {
		background: var(--picked);
	}

	.corner {
		width: 178px;
		border-bottom: 1px solid var(--hairline);
		padding-bottom: 6px;
		vertical-align: bottom;
		color: var(--quiet);
	}

	.name {
		display: flex;
		gap: 7px;
		align-items: center;
		font-weight: 600;
	}

	.name a {
		overflow: hidden;
		color: inherit;
		text-decoration: none;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.note {
		display: block;
		font-style: italic;
	}

	.acts button:disabled {
		color: var(--quiet);
	}

	.name a:hover {
		color: var(--act);
		text-decoration: underline;
	}

	.mark {
		flex: none;
		width: 21px;
		border: 1.5px solid var(--ink);
		border-radius: 50%;
		font-size: 12.5px;
		font-weight: 700;
		line-height: 18px;
		text-align: center;
	}

	.verdict {
		display: block;
		min-height: 2.5em;
		margin: 3px 0;
		font-family: var(--serif);
		font-size: 14px;
		font-style: italic;
		text-wrap: balance;
	}

	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: 4px;
		align-items: center;
	}

	.acts [data-choose] {
		min-height: var(--target);
		color: var(--act);
		font-weight: 600;
	}

	.is {
		display: inline-flex;
		gap: 3px;
		align-items: center;
		font-weight: 600;
	}

	tbody th {
		padding: 3px 0;
		font-weight: 400;
		text-align: start;
		white-space: nowrap;
	}

	tbody th button {
		color: inherit;
	}

	tbody th {
		position: relative;
	}

	.hide {
		position: absolute;
		inset-inline-end: 0;
		top: -2px;
		opacity: 0;
	}

	tr:hover .hide,
	.hide:focus-within {
		opacity: 1;
	}

	tbody td {
		padding-block: 3px;
		padding-inline: 14px 10px;
		font-variant-numeric: tabular-nums;
	}

	tbody tr {
		border-bottom: 1px solid var(--row-line);
	}

	.value {
		display: inline-block;
		min-width: 6.5em;
	}

	.interest .value {
		color: var(--interest);
	}

	.best .value {
		font-weight: 700;
	}

	.tag {
		margin-inline-start: 4px;
		font-size: 12px;
		font-weight: 600;
	}

	.figure {
		font: inherit;
		text-decoration: underline dotted transparent;
		text-underline-offset: 3px;
	}

	.figure:hover {
		text-decoration-color: var(--act);
	}

	small {
		color: var(--quiet);
		font-size: 12.5px;
		white-space: nowrap;
	}

	.hidden button {
		margin-inline-start: 10px;
		color: var(--act);
	}

	/* Where plans are no longer side by side, one is in view beside the names of its figures; a swipe, or Tab, goes to the next. */
	@media screen and (width < 900px) {
		.scroller {
			--names: 178px;
			--plan: 210px;

			position: relative;
			scroll-padding-inline-start: calc(var(--names) + 24px);
			scroll-snap-type: x proximity;
		}

		table {
			width: calc(var(--names) + var(--plans) * var(--plan));
		}

		.corner {
			width: var(--names);
		}

		thead th {
			scroll-snap-align: start;
		}

		.corner,
		tbody th {
			position: sticky;
			z-index: 1;
			inset-inline-start: 0;
			background: var(--ground);
			white-space: normal;
		}
	}

	@media screen and (width < 620px) {
		.scroller {
			--names: 118px;
			--plan: calc(100vw - 118px - 48px);
		}
	}
</style>
