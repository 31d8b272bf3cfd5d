<!--
	The debts in the order in which the money beyond the minimums goes to them: when each is paid off, what it costs, what
	its end frees. Dragging one, or Alt with the arrows, makes that the own order. By payoff date they can be looked at, too.
-->
<script lang="ts">
	import { ZERO, type Cents } from '$lib/core/quantities/money';
	import { lineOf } from '$lib/core/plan/line';
	import type { Order } from '$lib/core/plan/order';
	import type { PlanFigureName } from '$lib/core/working/plan-figure';
	import type { Plan } from '$lib/core/plan/terms';
	import { writeAmount, writeMoney, writeShortMonth } from '$lib/reading/written';
	import type { Writing } from '$lib/reading/writing';
	import { orderChoices, type Listed } from '$lib/words/plan';
	import Choice from '$lib/ui/Choice.svelte';
	import DebtMark from '$lib/ui/DebtMark.svelte';
	import IconButton from '$lib/ui/IconButton.svelte';
	import EyeOff from '@lucide/svelte/icons/eye-off';
	import GripVertical from '@lucide/svelte/icons/grip-vertical';
	import { tick, type Snippet } from 'svelte';
	import { dragHandle, dragHandleZone, type DndEvent } from 'svelte-dnd-action';
	import { byPayoff } from '$lib/core/plan/over-time';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		plan: Plan;
		debts: readonly Listed[];
		order: Order;
		/** The counselor's own order, by identity. */
		listed: readonly string[];
		writing: Writing;
		hrefOf: (id: string) => string;
		/** A figure of a debt is to show its working. */
		onopen: (name: PlanFigureName, element: HTMLElement) => void;
		onorder: (order: Order) => void;
		onlist: (ids: readonly string[]) => void;
		/** The debts that the plan leaves aside. */
		aside: readonly {
			readonly id: string;
			readonly place: number;
			readonly name: string;
			readonly asks: Cents | null;
		}[];
		onaside: (id: string, isAside: boolean) => void;
		/** Whether a debt is among those that are looked at. */
		isShown: (id: string) => boolean;
		/** Stands between the heading and the list. */
		children?: Snippet;
	}
	const { plan, debts, order, listed, writing, hrefOf, onopen, onorder, onlist, ...rest }: Props =
		$props();
	const { aside, onaside, isShown, children } = $derived(rest);

	/** Whether they are looked at by payoff date; the order itself is then not changed here. */
	let byDate = $state(false);
	const inOrder = $derived.by((): Listed[] => {
		if (byDate) return byPayoff(plan, debts);
		const line = lineOf(plan, { order, listed }).map((index) => plan.debts[index]?.id);
		return [...debts].sort((a, b) => line.indexOf(a.id) - line.indexOf(b.id));
	});
	let dragged = $state.raw<Listed[] | null>(null);
	const rows = $derived(dragged ?? inOrder);
	const totals = $derived(new Map(plan.debts.map((debt, index) => [debt.id, { ...debt, index }])));

	let list = $state<HTMLElement>();

	/** The payment that a debt's payoff frees up: its minimum in the first month with a payment due. */
	const frees = (index: number) => {
		for (const { shares } of plan.kept) {
			const required = shares.find((share) => share.index === index)?.required ?? ZERO;
			if (required > 0) return required;
		}
		return null;
	};

	function drop(event: CustomEvent<DndEvent<Listed>>): void {
		const ids = event.detail.items.map(({ id }) => id);
		dragged = null;
		if (ids.some((id, index) => inOrder[index]?.id !== id)) onlist(ids);
	}

	async function key(event: KeyboardEvent, from: number): Promise<void> {
		const step = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
		if (step === 0) return;
		event.preventDefault();
		const to = from + step;
		if (to < 0 || to >= rows.length) return;
		const { id } = rows[from] ?? {};
		if (event.altKey && !byDate) {
			const ids = rows.map((row) => row.id);
			ids.splice(to, 0, ...ids.splice(from, 1));
			onlist(ids);
			await tick();
		}
		const target = event.altKey && !byDate ? id : rows[to]?.id;
		list?.querySelector<HTMLElement>(`[data-debt="${target}"] a`)?.focus();
	}
</script>

<section aria-labelledby="order-title">
	<h2 id="order-title">
		<span>{t('Order')}</span>
		<Choice
			label={t('The order')}
			value={order}
			options={orderChoices(writing)}
			onchange={onorder}
		/>
		<span class="sort" role="group" aria-label={t('Sort the debts')}>
			<button
				type="button"
				aria-pressed={!byDate}
				title={t('The order in which they get the …')}
				onclick={() => (byDate = false)}>{t('by priority')}</button
			>
			<button
				type="button"
				aria-pressed={byDate}
				title={t('The order in which they are paid off')}
				onclick={() => (byDate = true)}>{t('by payoff date')}</button
			>
		</span>
		{#if children}<span class="between">{@render children()}</span>{/if}
	</h2>
	<ol
		bind:this={list}
		use:dragHandleZone={{
			items: [...rows],
			flipDurationMs: 120,
			dropTargetStyle: {},
			dragDisabled: byDate,
			type: 'order'
		}}
		onconsider={(event) => (dragged = event.detail.items)}
		onfinalize={drop}
	>
		{#each rows as debt, index (debt.id)}
			{@const total = totals.get(debt.id)}
			{@const freed = total?.payoffMonth ? frees(total.index) : null}
			<!-- The arrows belong to the link inside; the row only hears them on their way up. -->
			<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
			<li
				data-debt={debt.id}
				class:isOther={!isShown(debt.id)}
				onkeydown={(event) => key(event, index)}
			>
				<span
					class="handle screen-only"
					class:unseen={byDate}
					use:dragHandle
					aria-label={t('Move {name}', { name: debt.name })}
					title={t('Drag to move')}
				>
					<GripVertical size={15} aria-hidden="true" />
				</span>
				<DebtMark index={debt.place} />
				<a
					href={debt.isNew ? null : hrefOf(debt.id)}
					tabindex="0"
					title={t('{name} in the order', { name: debt.name, isNew: debt.isNew ? 'yes' : 'no' })}
					>{debt.name}</a
				>
				<span class="gone" class:never={total?.payoffDate === null}>
					{total?.payoffMonth === 0
						? t('at the start')
						: total?.payoffDate
							? writeShortMonth(total.payoffDate, writing)
							: t('never')}
				</span>
				<small>
					{#if total && total.forgiven > 0}
						{t('{forgiven} is forgiven', { forgiven: writeMoney(total.forgiven, writing) })}
					{:else if freed !== null}
						{t('frees up {freed} a month', { freed: writeMoney(freed, writing) })}
					{/if}
				</small>
				<small class="interest">
					{#if total}
						<button
							type="button"
							data-print
							title={t('Interest of {name}: show the calculation', { name: debt.name })}
							onclick={(event) => onopen({ interestOf: debt.id }, event.currentTarget)}
							>{writeAmount(total.interest, writing)}</button
						>
					{/if}
				</small>
				<span class="out screen-only">
					{#if !debt.isNew && debts.length > 1}
						<IconButton
							title={t('Leave out of this plan')}
							label={t('Leave {name} out of this plan', { name: debt.name })}
							onclick={() => onaside(debt.id, true)}
						>
							<EyeOff size={14} aria-hidden="true" />
						</IconButton>
					{/if}
				</span>
			</li>
		{/each}
	</ol>
	{#if aside.length > 0}
		<ul aria-label={t('Left out of this plan')}>
			{#each aside as { id, name, place, asks } (id)}
				<li class="aside">
					<DebtMark index={place} />
					<span
						>{name}
						<small
							>{asks === null
								? t('left out of this plan')
								: t('left out; asks {asks} a month, not counted', {
										asks: writeMoney(asks, writing)
									})}</small
						></span
					>
					<button type="button" onclick={() => onaside(id, false)}>{t('Put back')}</button>
				</li>
			{/each}
		</ul>
	{/if}
</section>

<style>
	section {
		display: grid;
		grid-template-rows: auto minmax(0, 1fr) auto;
		min-height: 0;
		height: 100%;
	}

	.between {
		grid-column: 1 / -1;
		font-weight: 400;
	}

	/* Not among those that are looked at: it keeps its place in line. */
	.isOther {
		opacity: 0.4;
	}

	.isOther:focus-within,
	.isOther:hover {
		opacity: 1;
	}

	h2 {
		display: grid;
		grid-template-columns: auto 1fr;
		gap: 8px;
		align-items: center;
		padding-block: 0 4px;
		padding-inline: 24px 16px;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	.sort {
		display: flex;
		grid-column: 1 / -1;
		gap: 12px;
	}

	.sort button {
		color: var(--act);
		font-weight: 400;
	}

	.sort button[aria-pressed='true'] {
		color: var(--ink);
		font-weight: 600;
	}

	h2 :global(select) {
		font-weight: 600;
	}

	ol {
		overflow-y: auto;
		outline: none;
		list-style: none;
	}

	/* In the margin, so that no figure moves or is covered. */
	.out {
		position: absolute;
		top: 50%;
		inset-inline-end: -1px;
		color: var(--quiet);
		opacity: 0;
		transform: translateY(-50%);
	}

	li:hover .out,
	li:focus-within .out {
		opacity: 1;
	}

	@media (hover: none) {
		.out {
			opacity: 1;
		}
	}

	li {
		position: relative;
		display: grid;
		grid-template: auto auto / 18px 26px minmax(0, 1fr) auto;
		gap: 0 8px;
		align-items: center;
		padding-block: 5px;
		padding-inline: 8px 24px;
		border-top: 1px solid var(--row-line);
		background: var(--ground);
		line-height: 1.25;
	}

	/* Room for a finger between the figures and the edge. */
	@media (pointer: coarse) {
		li {
			padding-inline-end: calc(var(--target) + 4px);
		}
	}

	ul {
		list-style: none;
	}

	.aside {
		grid-template: auto / 26px minmax(0, 1fr) auto;
		padding-inline-start: 34px;
		color: var(--quiet);
	}

	li.aside :global(.mark) {
		grid-row: auto;
		grid-column: auto;
	}

	.aside small {
		display: block;
	}

	.aside button {
		color: var(--act);
		font-size: 13px;
		font-weight: 600;
	}

	.handle {
		grid-row: 1 / 3;
		color: var(--quiet);
		cursor: grab;
	}

	li :global(.mark) {
		grid-row: 1 / 3;
		grid-column: 2;
	}

	a {
		grid-row: 1;
		grid-column: 3;
		overflow: hidden;
		color: inherit;
		font-weight: 600;
		text-decoration: none;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	a:hover {
		color: var(--act);
		text-decoration: underline;
	}

	.gone {
		grid-row: 1;
		grid-column: 4;
		font-weight: 600;
		text-align: end;
	}

	small {
		grid-row: 2;
		grid-column: 3;
		color: var(--quiet);
		font-size: 13px;
	}

	small.interest {
		grid-column: 4;
		color: var(--interest);
		text-align: end;
	}

	small button:hover {
		text-decoration: underline dotted var(--act);
		text-underline-offset: 3px;
	}
</style>
