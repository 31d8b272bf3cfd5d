<!-- What becomes of the plan when life does not keep to it, worked out beside the page. -->
<script lang="ts">
	import type { CalendarDate } from '$lib/core/calendar';
	import { WITHIN, type Strain, type SureAnswer } from '$lib/core/how-sure';
	import type { Cents } from '$lib/core/money';
	import type { PlannedDebt, PlanTerms } from '$lib/core/planned';
	import type { Currency } from '$lib/formats/money-text';
	import { monthIn, monthStart } from '$lib/formats/plan-document';
	import { strainInWords, sureLine } from '$lib/formats/sure-text';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { strainsInWorker } from '$lib/workers/how-sure';
	import { moneyText, monthText } from '../debt-fields';
	import Panel from './Panel.svelte';

	interface Props {
		debts: readonly PlannedDebt[];
		terms: PlanTerms;
		firstMonth: CalendarDate;
		currency: Currency;
		onclose: () => void;
	}
	const { debts, terms, firstMonth, currency, onclose }: Props = $props();

	let month = $state(3);
	let typed = $state<Cents | null>(null);
	const bill = $derived(typed ?? ((500 * 10 ** currency.digits) as Cents));
	const strains = $derived<Strain[]>([
		{ kind: 'less money' },
		{ kind: 'missed months' },
		{ kind: 'dearer rates' },
		{ kind: 'a bill', amount: bill, month }
	]);

	let answers = $state.raw<readonly SureAnswer[]>([]);
	$effect(() => {
		answers = [];
		return strainsInWorker({ debts, plan: terms, strains }, (answer) => {
			answers = [...answers, answer];
		});
	});
	const calm = $derived(answers.find(({ place }) => place === 0)?.strained ?? null);
</script>

<Panel title="How sure is it" {onclose}>
	<table>
		<thead>
			<tr>
				<th scope="col">If</th>
				<th scope="col">Over in</th>
				<th scope="col" class="right">Cost</th>
				<th scope="col">Against the plan</th>
				<th scope="col" class="right">Least for {WITHIN} months</th>
			</tr>
		</thead>
		<tbody>
			{#each [null, ...strains] as strain, place (place)}
				{@const answer = answers.find((told) => told.place === place)}
				<tr>
					<th scope="row">{strainInWords(strain, firstMonth, currency)}</th>
					{#if !answer || !calm}
						<td colspan="4" class="quiet">working it out …</td>
					{:else if answer.strained === null}
						<td colspan="4" class="quiet">nothing but what is asked is paid: it changes nothing</td>
					{:else}
						{@const line = sureLine(answer.strained, calm.totals, currency)}
						<td>{line.ends}</td>
						<td class="right">{line.cost}</td>
						<td>{line.against}</td>
						<td class="right">{line.least}</td>
					{/if}
				</tr>
			{/each}
		</tbody>
	</table>
	<p class="bill">
		<span>Needed elsewhere</span>
		<TypedField
			label="Amount needed elsewhere"
			value={bill}
			{...moneyText(currency)}
			onchange={(amount) => (typed = amount)}
		/>
		<span>from</span>
		<TypedField
			label="Month in which it is needed"
			value={monthStart(firstMonth, month)}
			{...monthText}
			onchange={(day) => day !== null && (month = monthIn(day, firstMonth))}
		/>
	</p>
</Panel>

<style>
	table {
		width: 100%;
		border-collapse: collapse;
	}

	th {
		padding: 3px 10px 3px 0;
		font-weight: 400;
		text-align: left;
	}

	thead th {
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	td {
		padding: 3px 10px 3px 0;
		font-variant-numeric: tabular-nums;
	}

	tr {
		border-bottom: 1px solid var(--row-line);
	}

	td:not([colspan]) {
		white-space: nowrap;
	}

	.right {
		text-align: right;
	}

	.quiet {
		color: var(--quiet);
		font-style: italic;
	}

	.bill {
		display: grid;
		grid-template-columns: auto 110px auto 150px;
		gap: 10px;
		align-items: center;
		margin-top: 6px;
		color: var(--quiet);
	}
</style>
