<!-- When each debt is gone in each of the plans. -->
<script lang="ts">
	import type { Writing } from '$lib/reading/writing';
	import type { Listed } from '$lib/words/plan';
	import { goneInWords } from '$lib/words/comparison';
	import DebtMark from '$lib/ui/DebtMark.svelte';
	import type { ShownPlan } from './shown-plans';
	import { t } from '$lib/words/labels/side-by-side';

	interface Props {
		shown: readonly ShownPlan[];
		debts: readonly Listed[];
		writing: Writing;
	}
	const { shown, debts, writing }: Props = $props();
</script>

<div class="scroller">
	<table>
		<thead>
			<tr>
				<th scope="col" class="first">{t('Payoff date of each debt')}</th>
				{#each shown as { entry, look } (entry.id)}
					<th scope="col" title={entry.name}>{look.number} {entry.name}</th>
				{/each}
			</tr>
		</thead>
		<tbody>
			{#each debts as debt (debt.id)}
				<tr>
					<th scope="row">
						<span class="debt">
							<DebtMark index={debt.place} />
							<span title={debt.name}>{debt.name}</span>
						</span>
					</th>
					{#each shown as { entry, plan } (entry.id)}
						<td>{goneInWords(plan, debt.id, writing)}</td>
					{/each}
				</tr>
			{/each}
		</tbody>
	</table>
</div>

<style>
	.scroller {
		overflow-x: auto;
		padding: 16px 24px 0;
	}

	table {
		width: 100%;
		border-collapse: collapse;
		font-size: 14px;
		table-layout: fixed;
	}

	th {
		overflow: hidden;
		padding-block: 3px;
		padding-inline: 0 10px;
		font-weight: 400;
		text-align: start;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	thead th {
		padding-inline-start: 14px;
		border-bottom: 1px solid var(--hairline);
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	.first {
		width: 240px;
	}

	thead .first {
		padding-inline-start: 0;
	}

	td {
		padding-block: 3px;
		padding-inline: 14px 10px;
	}

	tbody tr {
		border-bottom: 1px solid var(--row-line);
	}

	.debt {
		display: flex;
		gap: 7px;
		align-items: center;
	}

	.debt span {
		overflow: hidden;
		text-overflow: ellipsis;
	}
</style>
