<!-- Who of the household pays how much of the plan each month: how it is divided, and what it comes to. -->
<script lang="ts">
	import { inEqualParts, paidInAll, whoPays } from '$lib/core/plan/who-pays';
	import { ZERO } from '$lib/core/quantities/money';
	import { percent, type Percent } from '$lib/core/quantities/rate';
	import type { PlanInHand } from '$lib/desk/plan-in-hand.svelte';
	import { payersOf, splitOf } from '$lib/document/household';
	import type { CaseDocument } from '$lib/document/case';
	import { monthStart, type PlanEntry } from '$lib/document/plan';
	import { writeAmount, writeShortMonth } from '$lib/reading/written';
	import Choice from '$lib/ui/Choice.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { splitChoices, splitHelp, whoPaysSentence } from '$lib/words/who-pays';
	import { minimumPercentText } from '../debt-fields';
	import Panel from './Panel.svelte';
	import { t } from '$lib/words/labels/plan';

	type Split = NonNullable<PlanEntry['split']>;

	interface Props {
		document: CaseDocument;
		hand: PlanInHand;
		/** The month that is looked at, from 1. */
		month: number;
		onsplit: (split: Split) => void;
		onmonth: (month: number) => void;
		onclose: () => void;
	}
	const { document: paper, hand, month, onsplit, onmonth, onclose }: Props = $props();
	const { plan, writing } = $derived(hand);

	/** A year's months are seen at once, from the one that is looked at on. */
	const MONTHS = 12;

	const people = $derived(paper.people);
	const names = $derived(people.map(({ name }) => name));
	const split = $derived(splitOf(hand.entry));
	const months = $derived(
		whoPays(plan, payersOf(paper, hand.debts), split, (at) => monthStart(plan.firstMonth, at))
	);
	const all = $derived(paidInAll(months, people.length));
	const shown = $derived(months.slice(month - 1, month - 1 + MONTHS));
	const picked = $derived(months[month - 1]);

	function turn(by: Split['by']): void {
		onsplit(by === 'parts' ? inEqualParts(people.map(({ id }) => id)) : { by });
	}

	const partOf = (id: string): Percent =>
		(split.by === 'parts' && split.parts.find(({ person }) => person === id)?.percent) ||
		percent(0);

	function part(id: string, to: Percent): void {
		if (split.by !== 'parts') return;
		const others = split.parts.filter(({ person }) => person !== id);
		onsplit({ by: 'parts', parts: [...others, { person: id, percent: to }] });
	}
</script>

<Panel title={t('Who pays how much')} {onclose}>
	{#snippet heading()}
		{#if picked}
			<Phrases
				sentence={whoPaysSentence(picked, monthStart(plan.firstMonth, month), names, writing)}
			/>
		{/if}
	{/snippet}
	<p class="way">
		<span>{t('Each month is divided')}</span>
		<Choice
			label={t('How each month is divided')}
			value={split.by}
			options={splitChoices(writing)}
			onchange={turn}
		/>
	</p>
	<p class="why">{splitHelp(split.by, writing)}</p>
	<div class="scroll">
		<table>
			<thead>
				<tr>
					<th scope="col">{t('Month')}</th>
					{#each people as { id, name } (id)}
						<th scope="col" class="right">
							<span class="name" title={name}>{name}</span>
							{#if split.by === 'parts'}
								<TypedField
									label={t('Part of {name}', { name })}
									value={partOf(id)}
									{...minimumPercentText(writing)}
									side="right"
									onchange={(to) => to !== null && part(id, to)}
								/>
							{/if}
						</th>
					{/each}
					<th scope="col" class="right">{t('together')}</th>
				</tr>
			</thead>
			<tbody>
				{#each shown as { month: at, parts, total } (at)}
					<tr class:picked={at === month}>
						<th scope="row">
							<button type="button" onclick={() => onmonth(at)}
								>{writeShortMonth(monthStart(plan.firstMonth, at), writing)}</button
							>
						</th>
						{#each people as { id }, place (id)}
							<td class="right">{writeAmount(parts[place] ?? ZERO, writing)}</td>
						{/each}
						<td class="right strong">{writeAmount(total, writing)}</td>
					</tr>
				{/each}
			</tbody>
			<tfoot>
				<tr>
					<th scope="row">{t('in all')}</th>
					{#each people as { id }, place (id)}
						<td class="right strong">{writeAmount(all[place] ?? ZERO, writing)}</td>
					{/each}
					<td></td>
				</tr>
			</tfoot>
		</table>
	</div>
</Panel>

<style>
	.way {
		display: flex;
		gap: 8px;
		align-items: center;
	}

	.why {
		margin: 2px 0 8px;
		color: var(--quiet);
	}

	.scroll {
		overflow: auto;
		max-height: min(420px, 52vh);
	}

	table {
		width: 100%;
		table-layout: fixed;
		border-collapse: collapse;
	}

	thead th {
		position: sticky;
		top: 0;
		background: var(--sheet);
	}

	thead th:first-child {
		width: 84px;
	}

	th,
	td {
		overflow: hidden;
		padding: 2px 8px;
		white-space: nowrap;
		text-overflow: ellipsis;
		border-top: 1px solid var(--row-line);
		font-weight: 400;
		text-align: start;
		vertical-align: bottom;
	}

	thead th {
		border: 0;
		color: var(--quiet);
		font-weight: 600;
	}

	.name {
		display: block;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.right {
		text-align: end;
	}

	.strong {
		font-weight: 600;
	}

	.picked {
		background: var(--picked);
	}

	tbody button {
		color: var(--act);
	}
</style>
