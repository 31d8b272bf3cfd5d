<!-- The three ways as rows against the minimum; the picked one speaks in the sentence and the schedule. -->
<script lang="ts">
	import { WAY_IDS, type ThreeWays, type WayId } from '$lib/core/ways';
	import { againstInWords, costInWords, endInWords } from '$lib/formats/answer-text';
	import { writeShortMonth } from '$lib/formats/date-text';
	import { grouped } from '$lib/formats/decimal-text';
	import { WAY_NAMES } from '$lib/formats/picture-text';
	import { writeMoney, type Currency } from '$lib/formats/money-text';
	import { WAY_DASHES } from './way-lines';

	interface Props {
		ways: ThreeWays;
		currency: Currency;
		picked: WayId;
		/** The custom property that holds the debt's hue. */
		hue: string;
		onpick: (id: WayId) => void;
	}
	const { ways, currency, picked, hue, onpick }: Props = $props();
</script>

<table>
	<thead>
		<tr>
			<th scope="col" class="way">Paid</th>
			<th scope="col">first</th>
			<th scope="col">payments</th>
			<th scope="col">paid off</th>
			<th scope="col">interest</th>
			<th scope="col">total paid</th>
			<th scope="col">each 1.00 costs</th>
			<th scope="col">last payment</th>
			<th scope="col">sooner</th>
			<th scope="col">less interest</th>
		</tr>
	</thead>
	<tbody>
		{#each WAY_IDS as id (id)}
			{@const { run, againstMinimum } = ways[id]}
			{@const against = againstInWords(againstMinimum, currency)}
			{@const ended = run.ending.status === 'cleared'}
			<tr class:picked={id === picked} onclick={() => onpick(id)}>
				<th scope="row" class="way">
					<label>
						<input
							type="radio"
							name="way"
							value={id}
							checked={id === picked}
							onchange={() => onpick(id)}
						/>
						<svg width="26" height="10" aria-hidden="true">
							<line
								x1="1"
								x2="25"
								y1="5"
								y2="5"
								stroke={id === picked ? `var(${hue})` : 'var(--ink)'}
								stroke-width={id === picked ? 4 : 1.5}
								stroke-dasharray={id === picked ? '' : WAY_DASHES[id].join(' ')}
							/>
						</svg>
						<span class="words">{WAY_NAMES[id]}</span>
					</label>
				</th>
				<td>{writeMoney(run.firstPayment, currency)}</td>
				<td>{ended ? grouped(run.periods, 0) : '—'}</td>
				<td class:never={!ended}>{endInWords(run, writeShortMonth)}</td>
				<td class="interest">{ended ? writeMoney(run.totalInterest, currency) : '—'}</td>
				<td>{ended ? writeMoney(run.totalPaid, currency) : '—'}</td>
				<td>{costInWords(run)}</td>
				<td>{ended ? writeMoney(run.finalPayment, currency) : '—'}</td>
				<td class="against">{against.sooner}</td>
				<td class="against">{against.less}</td>
			</tr>
		{/each}
	</tbody>
</table>

<style>
	table {
		width: 100%;
		border-collapse: collapse;
		font-size: 14px;
	}

	th,
	td {
		padding: 4px 7px;
		border-bottom: 1px solid var(--row-line);
		font-weight: 400;
		text-align: right;
		white-space: nowrap;
	}

	thead th {
		padding-top: 0;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	tbody tr {
		cursor: pointer;
	}

	tbody tr:hover,
	.picked {
		background: var(--picked);
	}

	.picked th,
	.picked td {
		font-weight: 600;
	}

	@media (width < 1200px) {
		table {
			font-size: 13px;
		}

		th,
		td {
			padding: 4px;
		}

		thead th {
			font-size: 12px;
			line-height: 1.1;
			vertical-align: bottom;
			white-space: normal;
		}
	}

	.way {
		width: 1px;
		text-align: left;
	}

	label {
		display: flex;
		gap: 8px;
		align-items: center;
		cursor: pointer;
	}

	input {
		margin: 0;
		accent-color: var(--act);
	}

	svg {
		flex: none;
	}

	.interest {
		color: var(--interest);
	}

	.never {
		font-weight: 700;
	}
</style>
