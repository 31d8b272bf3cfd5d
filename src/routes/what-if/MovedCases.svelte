<!-- The cases that a change moves, those that are hit most first: how each comes out, and by how much its cost moves. -->
<script lang="ts">
	import type { WhatIfLine } from '$lib/document/what-if-answer';
	import { SCREEN } from '$lib/reading/writing';
	import { costMoved, costMovedInWords, lineInWords } from '$lib/words/what-if';
	import { t } from '$lib/words/labels/book';

	interface Props {
		lines: readonly WhatIfLine[];
		run: string;
		/** Whether each case is somebody’s. */
		hasOwners: boolean;
	}
	const { lines, run, hasOwners }: Props = $props();

	/** Costs of one currency alone can be compared by their length. */
	const most = $derived.by(() => {
		const by: Record<string, number> = {};
		for (const line of lines) {
			const { code } = line.currency;
			by[code] = Math.max(by[code] ?? 1, Math.abs(costMoved(line) ?? 0));
		}
		return by;
	});
	const share = (line: WhatIfLine): number =>
		(100 * Math.abs(costMoved(line) ?? 0)) / (most[line.currency.code] ?? 1);
	const isHit = ({ before, after }: WhatIfLine): boolean =>
		(before.ends !== null && after.ends === null) ||
		(before.shortFrom === null && after.shortFrom !== null);
</script>

<div class="scrolls">
	<table>
		<thead>
			<tr>
				<th scope="col">{t('Client')}</th>
				{#if hasOwners}<th scope="col">{t('Counselor')}</th>{/if}
				<th scope="col">{t('How it would come out')}</th>
				<th scope="col" class="right">{t('Interest and fees')}</th>
				<th scope="col"><span class="unseen">{t('Compared with the others')}</span></th>
			</tr>
		</thead>
		<tbody>
			{#each lines as line (line.caseId)}
				<tr>
					<th scope="row">
						<a href="/cases/{line.caseId}/plan?what-if={run}" title={line.label}>{line.label}</a>
					</th>
					{#if hasOwners}<td class="quiet">{line.owner ?? t('unassigned')}</td>{/if}
					<td class:hit={isHit(line)}>{lineInWords(line, SCREEN)}</td>
					<td class="right" class:more={(costMoved(line) ?? 0) > 0}>
						{costMovedInWords(line, SCREEN)}
					</td>
					<td class="bar">
						<span class="drawn" class:less={(costMoved(line) ?? 0) < 0} style:width="{share(line)}%"
						></span>
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
</div>

<style>
	table {
		width: 100%;
		border-collapse: collapse;
	}

	:is(th, td) {
		height: 36px;
		padding-block: 2px;
		padding-inline: 0 16px;
		border-bottom: 1px solid var(--row-line);
		text-align: start;
	}

	thead th {
		border-bottom-color: var(--hairline);
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	.right {
		text-align: end;
		white-space: nowrap;
	}

	tbody th {
		max-width: 340px;
		overflow: hidden;
		font-weight: 600;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	a {
		color: var(--ink);
		text-decoration: none;
	}

	a:hover {
		color: var(--act);
		text-decoration: underline;
	}

	.hit {
		font-weight: 600;
	}

	.more {
		color: var(--interest);
	}

	.quiet {
		color: var(--quiet);
	}

	.bar {
		width: 18%;
		min-width: 80px;
	}

	.bar span {
		display: block;
		height: 9px;
		background: repeating-linear-gradient(135deg, var(--interest) 0 1.5px, transparent 1.5px 5px);
	}

	.bar .less {
		background: var(--act);
	}
</style>
