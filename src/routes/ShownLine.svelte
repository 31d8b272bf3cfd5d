<!-- Which cases are shown: how many there are of each kind, and from when on one is due for review. -->
<script lang="ts">
	import { SHOWN, type BookTotals, type Shown, type VisitRule } from '$lib/document/casebook';
	import { SCREEN } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import { shownInWords } from '$lib/words/casebook';
	import { monthsChoices, offChoices } from '$lib/words/visits';
	import { t } from '$lib/words/labels/casebook';

	interface Props {
		totals: BookTotals;
		show: Shown;
		rule: VisitRule;
		onshow: (show: Shown) => void;
		onrule: (rule: VisitRule) => void;
	}
	const { totals, show, rule, onshow, onrule }: Props = $props();

	const counts = $derived({
		all: totals.cases,
		chosen: totals.chosen,
		short: totals.short,
		visit: totals.wanting
	});
</script>

<div role="group" aria-label={t('Filter cases')}>
	{#each SHOWN as kind (kind)}
		<button type="button" aria-pressed={show === kind} onclick={() => onshow(kind)}
			>{shownInWords(kind, counts[kind], SCREEN)}</button
		>
	{/each}
	<span class="rule">
		<span>{t('no balance recorded for')}</span>
		<Choice
			label={t('No balance recorded for')}
			value={String(rule.months)}
			options={monthsChoices(SCREEN)}
			onchange={(months) => onrule({ ...rule, months: Number(months) })}
		/>
		<span>{t('or off plan by more than')}</span>
		<Choice
			label={t('Off plan by more than')}
			value={String(rule.off)}
			options={offChoices(SCREEN)}
			onchange={(off) => onrule({ ...rule, off: off === 'null' ? null : Number(off) })}
		/>
	</span>
</div>

<style>
	div {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 18px;
		align-items: center;
		font-size: 14px;
	}

	button {
		min-height: var(--target);
		padding: 3px 0;
		border-bottom: 2px solid transparent;
		color: var(--act);
		font-weight: 600;
		white-space: nowrap;
	}

	[aria-pressed='true'] {
		border-bottom-color: var(--act);
		color: var(--ink);
	}

	/* Where the system sets the colours, a line that is not there has one too. */
	@media (forced-colors: active) {
		button:not([aria-pressed='true']) {
			border-bottom-color: Canvas;
		}
	}

	/* What is said of those that are due for review. */
	.rule {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 8px;
		align-items: center;
		margin-inline-start: -10px;
		color: var(--quiet);
	}

	@media screen and (width < 620px) {
		.rule {
			margin-inline-start: 0;
		}
	}
</style>
