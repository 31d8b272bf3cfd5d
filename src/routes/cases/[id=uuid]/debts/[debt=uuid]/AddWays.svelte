<!-- A rule, where it starts, its step and how often: a series of ways in one go. -->
<script lang="ts">
	import type { PaymentsPerYear } from '$lib/core/quantities/calendar';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { ZERO, type Cents, cents } from '$lib/core/quantities/money';
	import type { Percent } from '$lib/core/quantities/rate';
	import type { Way } from '$lib/core/debt/ways';
	import type { DebtEntry } from '$lib/document/debt';
	import { frequencyWords } from '$lib/words/amounts';
	import { eventInWords } from '$lib/words/debt';
	import type { Writing } from '$lib/reading/writing';
	import Choice from '$lib/ui/Choice.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { untrack } from 'svelte';
	import { countText, minimumPercentText, moneyText } from '../../debt-fields';
	import { additions, PORTIONS } from './compared-ways';
	import { t } from '$lib/words/labels/debt';

	interface Props {
		debt: DebtEntry;
		/** What is paid first, as an amount to begin with. */
		firstPayment: Cents;
		writing: Writing;
		onadd: (ways: readonly Way[]) => void;
	}
	const { debt, firstPayment, writing, onadd }: Props = $props();

	type Rule = 'ends-in' | 'interest-plus' | 'fixed' | 'more' | 'portions' | 'without';
	const RULES: readonly { readonly value: Rule; readonly words: string }[] = [
		{ value: 'ends-in', words: t('paid off in') },
		{ value: 'interest-plus', words: t('the interest and') },
		{ value: 'fixed', words: t('a fixed amount of') },
		{ value: 'more', words: t('a fixed amount and more') },
		{ value: 'portions', words: t('the same yearly total, paid') },
		{ value: 'without', words: t('as paid now, without') }
	];

	let rule = $state<Rule>('ends-in');
	let count = $state(3);
	let months = $state({ start: 12, step: 12 });
	let percent = $state({ start: 10_000 as Percent, step: 10_000 as Percent });
	let amount = $state(untrack(() => ({ start: firstPayment, step: firstPayment })));
	let more = $state({ start: cents(2_500), step: cents(2_500) });
	let portion = $state<PaymentsPerYear>(26);
	let left = $state('');

	const money = $derived(moneyText(writing));
	const events = $derived(
		debt.events
			.filter(({ off }) => !off)
			.map((item) => ({
				value: item.id,
				words: eventInWords(item, debt.lending.paymentsPerYear, writing)
			}))
	);
	const rules = $derived(RULES.filter(({ value }) => value !== 'without' || events.length > 0));
	const series = $derived(!['portions', 'without'].includes(rule));
	const times = $derived(Math.min(count, LIMITS.ways));

	const ways = $derived.by((): Way[] => {
		const steps = Array.from({ length: times }, (_, index) => index);
		switch (rule) {
			case 'ends-in':
				return steps
					.map((index) => months.start + index * months.step)
					.filter((length) => length <= LIMITS.months)
					.map((length) => ({ kind: 'ends-in', months: length }) as const);
			case 'interest-plus':
				return steps
					.map((index) => (percent.start + index * percent.step) as Percent)
					.filter((share) => share <= LIMITS.minimumPercent)
					.map((share) => ({ kind: 'interest-plus', percent: share }) as const);
			case 'fixed':
				return steps.map((index) => fixed(amount.start + index * amount.step, ZERO));
			case 'more':
				return steps.map((index) => fixed(amount.start, more.start + index * more.step));
			case 'portions':
				return [{ kind: rule, paymentsPerYear: portion }];
			case 'without':
				return [{ kind: rule, event: left || (events[0]?.value ?? '') }];
		}
	});
	const fresh = $derived(additions(debt, ways));
	const room = $derived(debt.compared.length + fresh.length <= LIMITS.ways);

	function add(): void {
		if (fresh.length > 0 && room) onadd(fresh);
	}

	function fixed(sum: number, extra: number): Way {
		const capped = (value: number) => cents(Math.min(value, LIMITS.amount));
		return { kind: 'fixed', amount: capped(sum), extra: capped(extra) };
	}
</script>

<form
	class="add"
	aria-label={t('Add ways of paying')}
	onsubmit={(event) => {
		event.preventDefault();
		add();
	}}
>
	<span>{t('Compare with')}</span>
	<span class="rule"
		><Choice
			label={t('Kind of series')}
			value={rule}
			options={rules}
			onchange={(value) => (rule = value)}
		/></span
	>
	{#if rule === 'ends-in'}
		<span class="blank short"
			><TypedField
				label={t('Start of the series')}
				value={months.start}
				{...countText(writing)}
				side="right"
				onenter={add}
				onchange={(value) => value !== null && (months.start = value)}
			/></span
		>
		{t('months, then')}
		<span class="blank short"
			><TypedField
				label={t('Step of the series')}
				value={months.step}
				{...countText(writing)}
				side="right"
				onenter={add}
				onchange={(value) => value !== null && (months.step = value)}
			/></span
		>
		{t('more each time,')}
	{:else if rule === 'interest-plus'}
		<span class="blank short"
			><TypedField
				label={t('Start of the series')}
				value={percent.start}
				{...minimumPercentText(writing)}
				side="right"
				onenter={add}
				onchange={(value) => value !== null && (percent.start = value)}
			/></span
		>{t(', then')}
		<span class="blank short"
			><TypedField
				label={t('Step of the series')}
				value={percent.step}
				{...minimumPercentText(writing)}
				side="right"
				onenter={add}
				onchange={(value) => value !== null && (percent.step = value)}
			/></span
		>
		{t('more each time,')}
	{:else if rule === 'fixed' || rule === 'more'}
		<span class="blank"
			><TypedField
				label={t('Amount of the series')}
				value={amount.start}
				{...money}
				side="right"
				onenter={add}
				onchange={(value) => value !== null && (amount.start = value)}
			/></span
		>
		{#if rule === 'more'}
			{t('and')}
			<span class="blank"
				><TypedField
					label={t('Start of the series')}
					value={more.start}
					{...money}
					side="right"
					onenter={add}
					onchange={(value) => value !== null && (more.start = value)}
				/></span
			>
		{/if}{t(', then')}
		<span class="blank"
			><TypedField
				label={t('Step of the series')}
				value={rule === 'more' ? more.step : amount.step}
				{...money}
				side="right"
				onenter={add}
				onchange={(value) => {
					if (value === null) return;
					if (rule === 'more') more.step = value;
					else amount.step = value;
				}}
			/></span
		>
		{t('more each time,')}
	{:else if rule === 'portions'}
		<span class="rule"
			><Choice
				label={t('How often')}
				value={String(portion)}
				options={PORTIONS.map((often) => ({
					value: String(often),
					words: frequencyWords(writing, often).adverb
				}))}
				onchange={(often) => (portion = Number(often) as PaymentsPerYear)}
			/></span
		>
	{:else}
		<span class="rule wide"
			><Choice
				label={t('Event to leave out')}
				value={left || (events[0]?.value ?? '')}
				options={events}
				onchange={(id) => (left = id)}
			/></span
		>
	{/if}
	{#if series}
		<span class="blank short"
			><TypedField
				label={t('Number of ways')}
				value={count}
				{...countText(writing)}
				side="right"
				onenter={add}
				onchange={(value) => value !== null && (count = value)}
			/></span
		>
		{t('ways in all')}
	{/if}
	<button type="submit" disabled={fresh.length === 0 || !room}>{t('Add')}</button>
	{#if !room}<span>{t('At most {ways} can be compared', { ways: LIMITS.ways })}</span>{/if}
</form>

<style>
	.add {
		display: flex;
		flex-wrap: wrap;
		gap: 0 6px;
		align-items: center;
		padding: 4px 0;
		color: var(--quiet);
		font-size: 13.5px;
	}

	.rule {
		width: 178px;
	}

	.rule.wide {
		width: 250px;
	}

	.blank {
		width: 84px;
	}

	.blank.short {
		width: 50px;
	}

	.add :global(:is(input, select)) {
		height: 26px;
		border-bottom: 1px solid var(--act);
		color: var(--ink);
		font-weight: 600;
	}

	button {
		margin-inline-start: 8px;
		color: var(--act);
		font-weight: 600;
	}

	button:disabled {
		color: var(--quiet);
	}
</style>
