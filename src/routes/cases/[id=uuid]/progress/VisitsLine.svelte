<!-- The line of visits: what was chosen, read and gone on with; each opens the case as it stood, two are compared. -->
<script lang="ts">
	import type { Moment } from '$lib/document/coming-back';
	import type { Writing } from '$lib/reading/writing';
	import { writeDate, writeAmount } from '$lib/reading/written';
	import { offInWords } from '$lib/words/casebook';
	import { momentInWords } from '$lib/words/progress';
	import { t } from '$lib/words/labels/progress';

	interface Props {
		moments: readonly Moment[];
		/** The one that is looked at. */
		here: string | null;
		hrefOf: (id: string) => string;
		/** How another one compares with the one that is looked at, in words. */
		comparison: string | null;
		compared: string | null;
		oncompare: (id: string | null) => void;
		writing: Writing;
	}
	const { moments, here, hrefOf, comparison, compared, oncompare, writing }: Props = $props();
</script>

<section aria-labelledby="visits-title">
	<h2 id="visits-title">{t('Visits')}</h2>
	<ol>
		{#each moments as moment (moment.id)}
			{@const { id, kind, date, amount } = moment}
			<li aria-current={id === here ? 'true' : undefined}>
				<a href={hrefOf(id)}>
					<span class="date">{writeDate(date, writing)}</span>
					<span class="what">{momentInWords(moment, writing)}</span>
					<span class="amount"
						>{kind === 'visit'
							? offInWords(amount, writing)
							: amount === null
								? ''
								: writeAmount(amount, writing)}</span
					>
				</a>
				{#if id !== here && here !== null}
					<button
						type="button"
						aria-pressed={id === compared}
						aria-label={t('Compare with {date}', { date: writeDate(date, writing) })}
						onclick={() => oncompare(id === compared ? null : id)}>{t('compare')}</button
					>
				{/if}
			</li>
		{/each}
	</ol>
	<p role="status">{comparison ?? ''}</p>
</section>

<style>
	h2 {
		margin-bottom: 2px;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 400;
	}

	ol {
		overflow-y: auto;
		max-height: 172px;
		font-size: 14px;
	}

	li {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 66px;
		align-items: center;
		border-bottom: 1px solid var(--row-line);
	}

	li[aria-current] {
		background: var(--picked);
		font-weight: 600;
	}

	a {
		display: grid;
		grid-template-columns: 100px minmax(0, 1fr) auto;
		gap: 10px;
		padding: 5px 8px;
		color: var(--ink);
		text-decoration: none;
	}

	a:hover .what {
		color: var(--act);
		text-decoration: underline;
	}

	.what {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.amount {
		font-variant-numeric: tabular-nums;
	}

	button {
		color: var(--act);
		font-size: 13px;
	}

	button[aria-pressed='true'] {
		font-weight: 700;
	}

	p {
		min-height: 20px;
		padding-top: 3px;
		font-size: 13.5px;
	}
</style>
