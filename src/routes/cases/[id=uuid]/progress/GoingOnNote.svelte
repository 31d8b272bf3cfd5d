<!-- The preview of continuing the case, debt by debt. -->
<script lang="ts">
	import type { CaseDocument } from '$lib/document/case';
	import type { GoneOn } from '$lib/document/going-on';
	import { lastingLines } from '$lib/document/recorded-money';
	import { writeAmount } from '$lib/reading/written';
	import type { Writing } from '$lib/reading/writing';
	import Note from '$lib/ui/Note.svelte';
	import { debtsGoingOn, planGoingOn } from '$lib/words/going-on';
	import { t } from '$lib/words/labels/progress';

	interface Props {
		document: CaseDocument;
		gone: GoneOn;
		writing: Writing;
		anchor: HTMLElement;
		ongo: () => void;
		onclose: () => void;
	}
	const { document, gone, writing, anchor, ongo, onclose }: Props = $props();

	const debts = $derived(debtsGoingOn(document, gone, writing));
</script>

<Note title={t('Continue from here')} {anchor} {onclose}>
	<table>
		<thead>
			<tr>
				<th>{t('Debt')}</th>
				<th class="right">{t('Current balance')}</th>
				<th class="right">{t('New balance')}</th>
			</tr>
		</thead>
		<tbody>
			{#each debts as { id, name, before, after, also } (id)}
				<tr>
					<th>{name} <span class="also">{also.join(', ')}</span></th>
					<td class="right">{before === null ? '' : writeAmount(before, writing)}</td>
					<td class="right"><strong>{after === null ? '' : writeAmount(after, writing)}</strong></td
					>
				</tr>
			{/each}
		</tbody>
	</table>
	{#each planGoingOn(gone, lastingLines(document, gone.document.asOf), writing) as said, at (at)}<p>
			{said}
		</p>{/each}
	<button type="button" class="filled" data-first onclick={ongo}>{t('Continue')}</button>
</Note>

<style>
	table {
		width: 100%;
		border-collapse: collapse;
	}

	th,
	td {
		padding-block: 3px;
		padding-inline: 0 14px;
		border-bottom: 1px solid var(--row-line);
		text-align: start;
	}

	thead th {
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	tbody th {
		font-weight: 400;
		overflow-wrap: anywhere;
	}

	.right {
		text-align: end;
		font-variant-numeric: tabular-nums;
	}

	.also {
		display: block;
		color: var(--quiet);
		font-size: 13px;
		font-style: italic;
	}

	.filled {
		justify-self: start;
	}
</style>
