<!--
	The month's money, always in reach: an amount typed or slid, or what is required and something more; marks
	where something changes; what more of it would buy.
-->
<script lang="ts" module>
	import { type Cents, cents } from '$lib/core/quantities/money';

	/** An amount a month at which something changes. */
	export interface MoneyMark {
		readonly amount: Cents;
		readonly words: string;
	}
</script>

<script lang="ts">
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import type { Difference } from '$lib/core/debt/difference';
	import { ZERO } from '$lib/core/quantities/money';
	import { LIMITS } from '$lib/core/quantities/limits';
	import { writeAmount, writeMoney } from '$lib/reading/written';
	import type { Writing } from '$lib/reading/writing';
	import { monthStart, type PlanEntry, type PlanMonths } from '$lib/document/plan';
	import { moreSentence } from '$lib/words/plan-answer';
	import { isTyping } from '$lib/ui/typing';
	import Choice from '$lib/ui/Choice.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import TypedField from '$lib/ui/TypedField.svelte';
	import { moneyText, monthTextFrom } from '../debt-fields';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		budget: PlanEntry['budget'];
		/** How the plan's months are counted, and its money while nobody has chosen an amount. */
		months: PlanMonths;
		marks: readonly MoneyMark[];
		more: readonly { readonly amount: Cents; readonly gained: Difference }[];
		/** The total balance, which limits the slider. */
		owed: Cents;
		/** Whether the effect of paying more could not be computed. */
		failed: boolean;
		onagain: () => void;
		writing: Writing;
		onchange: (budget: PlanEntry['budget']) => void;
		/** The month in which the plan begins; null: as usual. */
		onbegin: (begins: CalendarDate | null) => void;
		/** Opens or closes the curve of what more buys. */
		oncurve: () => void;
		/** Opens or closes the sheet that works the amount out. */
		onsheet: () => void;
	}
	const { budget, months, marks, more, owed, failed, writing, onchange, onbegin, ...on }: Props =
		$props();
	const usualMoney = $derived(months.usualMoney());
	const begins = $derived(monthStart(months.firstMonth, months.begins));

	const KINDS = [
		{ value: 'constant', words: t('the same each month') },
		{ value: 'required-plus', words: t('the minimum payments, plus') },
		{ value: 'required', words: t('the minimum payments') },
		{ value: 'sheet', words: t('by the budget sheet') }
	] as const;

	const unit = $derived(10 ** writing.currency.digits);
	const amount = $derived(
		budget.kind === 'constant'
			? (budget.amount ?? usualMoney)
			: budget.kind === 'required-plus'
				? budget.extra
				: ZERO
	);
	const shownMarks = $derived(budget.kind === 'constant' ? marks : []);
	/**
	 * How far the slider reaches: to what pays off all that is owed in about a year, so that it stays as it is
	 * while it is slid and while marks are worked out; a larger amount is typed.
	 */
	const most = $derived.by(() => {
		const reach = budget.kind === 'constant' ? Math.max(usualMoney * 2, owed / 10) : usualMoney;
		return Math.max(unit * 100, Math.ceil(Math.max(reach, amount) / (unit * 100)) * unit * 100);
	});
	const share = (value: number) => Math.min(1, value / most);
	let width = $state(0);
	/** Half of the slider's thumb, and what a character of a mark takes, in pixels; about. */
	const THUMB = 8;
	const LETTER = 6.2;

	/** Marks that would run into each other are told by their title alone. */
	const labelled = $derived.by(() => {
		let end = -Infinity;
		return shownMarks
			.filter((mark) => mark.amount <= most)
			.sort((a, b) => a.amount - b.amount)
			.map((mark) => {
				const at = THUMB + share(mark.amount) * (width - 2 * THUMB);
				const text = `${mark.words} ${writeAmount(mark.amount, writing)}`;
				const half = (text.length * LETTER) / 2;
				const centre = Math.min(Math.max(at, half), width - half);
				const free = centre - half > end;
				if (free) end = centre + half + 8;
				return { ...mark, text, at, centre: free ? centre : at, free };
			});
	});

	function set(value: number): void {
		const next = cents(Math.min(Math.max(0, value), LIMITS.amount));
		if (budget.kind === 'required-plus') onchange({ kind: budget.kind, extra: next });
		else onchange({ kind: 'constant', amount: next });
	}

	/** So much more than now; beyond the minimum payments alone, it is what is paid above them. */
	function addMore(added: Cents): void {
		if (budget.kind === 'required') onchange({ kind: 'required-plus', extra: added });
		else set(amount + added);
	}

	function turn(kind: PlanEntry['budget']['kind']): void {
		if (kind === 'constant') onchange({ kind, amount: null });
		else if (kind === 'required-plus') onchange({ kind, extra: cents(50 * unit) });
		else onchange({ kind });
	}

	/** Arrows by one, Page Up and Page Down by twenty-five; Shift with an arrow by ten. */
	function key(event: KeyboardEvent): void {
		const up = ['ArrowUp', 'ArrowRight', 'PageUp'].includes(event.key);
		if (!up && !['ArrowDown', 'ArrowLeft', 'PageDown'].includes(event.key)) return;
		event.preventDefault();
		const units = event.key.startsWith('Page') ? 25 : event.shiftKey ? 10 : 1;
		set(amount + (up ? units : -units) * unit);
	}

	let bar = $state<HTMLElement>();

	/** One key leads from anywhere on the screen to the amount, or else to how it is given. */
	function reach(event: KeyboardEvent): void {
		if (event.key !== 'm' || isTyping(event)) return;
		event.preventDefault();
		const field = bar?.querySelector<HTMLElement>('.field input');
		(field ?? bar?.querySelector('select'))?.focus();
	}
</script>

<svelte:window onkeydown={reach} />

<section class="money" aria-labelledby="money-title" bind:this={bar}>
	<h2 id="money-title">
		{t('Monthly budget')} <kbd aria-hidden="true">m</kbd>
		<button type="button" onclick={on.onsheet}>{t('Budget sheet ›')}</button>
	</h2>
	<Choice label={t('Kind of monthly budget')} value={budget.kind} options={KINDS} onchange={turn} />
	{#if budget.kind === 'constant' || budget.kind === 'required-plus'}
		<span class="field">
			<TypedField
				label={t('Monthly budget')}
				value={amount}
				{...moneyText(writing)}
				side="right"
				onchange={(value) => value !== null && set(value)}
			/>
			<span class="begins" title={t('The month in which the plan’s budget …')}>
				{t('from')}
				<TypedField
					label={t('First month of the plan')}
					value={begins}
					{...monthTextFrom(months.firstMonth, writing)}
					optional
					onchange={onbegin}
				/>
			</span>
		</span>
		<div class="slide" bind:clientWidth={width}>
			<input
				type="range"
				min="0"
				max={most}
				step={unit}
				value={amount}
				aria-label={t('Monthly budget slider')}
				aria-valuetext={writeMoney(amount, writing)}
				title={t('↑ ↓ by 1, Page Up and …')}
				oninput={(event) => set(Number(event.currentTarget.value))}
				onkeydown={key}
			/>
			{#each labelled as { amount: marked, text, at, centre, free } (text)}
				<button
					type="button"
					class="mark drawn"
					style:left="{centre}px"
					style:--tick="{at - centre}px"
					title={text}
					onclick={() => set(marked)}
				>
					<span class:unseen={!free}>{text}</span>
				</button>
			{/each}
		</div>
	{:else}
		<p class="slide">
			{budget.kind === 'sheet'
				? t('Each month has what its income leaves beyond …')
				: t('Each debt gets its minimum payment and …')}
		</p>
	{/if}
	<ul>
		{#if budget.kind === 'constant'}
			<li>
				<button type="button" class="curve" onclick={on.oncurve}>{t('Paying more ›')}</button>
			</li>
		{/if}
		{#if failed}
			<li>
				{t('This could not be computed')}
				<button type="button" class="curve" onclick={on.onagain}>{t('Try again')}</button>
			</li>
		{:else}
			{#each more as { amount: added, gained } (added)}
				<li>
					{#if budget.kind === 'sheet'}
						<Phrases sentence={moreSentence(added, gained, writing)} />
					{:else}
						<button type="button" title={t('Try it')} onclick={() => addMore(added)}>
							<Phrases sentence={moreSentence(added, gained, writing)} />
						</button>
					{/if}
				</li>
			{/each}
		{/if}
	</ul>
</section>

<style>
	.money {
		display: grid;
		grid-template-columns: auto 168px 138px minmax(200px, 1fr) minmax(312px, 420px);
		gap: 4px 16px;
		align-items: center;
		padding: 8px 24px;
		border-top: 1px solid var(--hairline);
	}

	h2 {
		font-size: 15px;
		font-weight: 400;
		line-height: 1.3;
	}

	kbd {
		margin-inline-start: 4px;
		color: var(--quiet);
	}

	h2 button {
		min-height: var(--target);
		display: block;
		color: var(--act);
		font-size: 14px;
		font-weight: 600;
	}

	.field > :global(.field input) {
		border-bottom: 2px solid var(--act);
		background: var(--sheet);
		font-size: 17px;
		font-weight: 600;
	}

	.begins {
		display: grid;
		grid-template-columns: auto 1fr;
		align-items: center;
		margin-top: 2px;
		color: var(--quiet);
		font-size: 13px;
	}

	.begins :global(input) {
		height: 24px;
		min-height: 24px;
		padding: 0 4px;
		color: var(--act);
		font-size: 13px;
	}

	p.slide {
		grid-column: 3 / 5;
	}

	.slide {
		position: relative;
		direction: ltr;
		min-height: 44px;
		color: var(--quiet);
	}

	input[type='range'] {
		display: block;
		width: 100%;
		min-height: calc(var(--target) / 2);
		margin: 4px 0 0;
		accent-color: var(--act);
	}

	.mark {
		position: absolute;
		top: 24px;
		padding-top: 3px;
		color: var(--quiet);
		font-size: 12.5px;
		line-height: 1.2;
		white-space: nowrap;
		transform: translateX(-50%);
	}

	.mark::before {
		position: absolute;
		top: -6px;
		left: calc(50% + var(--tick));
		width: 1px;
		height: 8px;
		background: var(--quiet);
		content: '';
	}

	.mark:hover {
		color: var(--act);
		text-decoration: underline;
	}

	/* Its lines come a moment later: their place is kept, and they never wrap, so that nothing moves under a pointer. */
	ul {
		display: grid;
		grid-auto-rows: 18px;
		align-content: start;
		min-width: 0;
		height: 73px;
		padding-inline-start: 16px;
		border-inline-start: 1px solid var(--hairline);
		font-size: 14px;
		line-height: 1.3;
		list-style: none;
	}

	li {
		overflow: hidden;
		white-space: nowrap;
		text-overflow: ellipsis;
	}

	li button {
		text-align: start;
	}

	li button:hover {
		color: var(--act);
	}

	.curve {
		color: var(--act);
		font-weight: 600;
	}

	@media screen and (width < 1200px) {
		.money {
			grid-template-columns: auto 168px 132px minmax(160px, 1fr);
		}

		ul {
			grid-template-columns: 1fr 1fr;
			grid-column: 1 / -1;
			gap: 0 20px;
			height: 37px;
			padding: 0;
			border: 0;
		}
	}

	@media screen and (width < 900px) {
		.money {
			grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
			padding: 6px 16px;
		}

		h2 {
			display: flex;
			grid-column: 1 / -1;
			gap: 16px;
			align-items: center;
			justify-content: space-between;
		}

		kbd {
			display: none;
		}

		/* It is over the page there: the rest of what more would buy is in the curve. */
		ul {
			grid-template-columns: 1fr;
			height: 18px;
		}

		li:not(:first-child) {
			display: none;
		}

		.slide,
		p.slide {
			grid-column: 1 / -1;
		}
	}
</style>
