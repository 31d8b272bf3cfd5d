<!-- Whom a short month pays first: each debt's kind, and the order; or a share for each. -->
<script lang="ts">
	import { byPriority, DEBT_KINDS, isPriority, type DebtKind } from '$lib/core/plan/priority';
	import type { DebtEntry } from '$lib/document/debt';
	import type { PlanEntry } from '$lib/document/plan';
	import type { Writing } from '$lib/reading/writing';
	import type { Listed } from '$lib/words/plan';
	import { kindWords } from '$lib/words/kinds';
	import Choice from '$lib/ui/Choice.svelte';
	import DebtMark from '$lib/ui/DebtMark.svelte';
	import IconButton from '$lib/ui/IconButton.svelte';
	import ArrowDown from '@lucide/svelte/icons/arrow-down';
	import ArrowUp from '@lucide/svelte/icons/arrow-up';
	import Panel from './Panel.svelte';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		shortOrder: PlanEntry['shortOrder'];
		listed: readonly Listed[];
		entries: readonly DebtEntry[];
		writing: Writing;
		onorder: (shortOrder: PlanEntry['shortOrder']) => void;
		onkind: (id: string, kind: DebtKind) => void;
		onclose: () => void;
	}
	const { shortOrder, listed, entries, writing, onorder, onkind, onclose }: Props = $props();

	const kindOf = (id: string): DebtKind | null =>
		entries.find((debt) => debt.id === id)?.kind ?? null;
	const rows = $derived.by((): Listed[] => {
		const kinds = listed.map(({ id }) => ({ id, kind: kindOf(id) ?? 'other' }));
		return byPriority(kinds, shortOrder ?? []).flatMap(
			(id) => listed.find((debt) => debt.id === id) ?? []
		);
	});

	const WAYS = [
		{ value: 'order', words: t('in order, each whole') },
		{ value: 'share', words: t('each gets a share') }
	] as const;
	const KINDS = $derived(DEBT_KINDS.map((value) => ({ value, words: kindWords(value, writing) })));

	/** Somebody's own order is kept whole: what is not moved stays where it is seen. */
	function move(at: number, to: number): void {
		const ids = rows.map(({ id }) => id);
		ids.splice(to, 0, ...ids.splice(at, 1));
		onorder(ids);
	}
</script>

<Panel title={t('If money is short')} {onclose}>
	<p class="way">
		<span>{t('In a month with too little money, debts are paid')}</span>
		<Choice
			label={t('How short months are paid')}
			value={shortOrder === null ? 'share' : 'order'}
			options={WAYS}
			onchange={(way) => onorder(way === 'share' ? null : [])}
		/>
	</p>
	{#if shortOrder !== null}
		<p class="why">{t('Secured debts, rent, utilities and taxes come first …')}</p>
	{/if}
	<ol>
		{#each rows as { id, name, place }, at (id)}
			{@const kind = kindOf(id)}
			<li class:first={kind !== null && isPriority(kind)}>
				<DebtMark index={place} />
				<span class="name">{name}</span>
				{#if kind !== null}
					<Choice
						label={t('Kind of {name}', { name })}
						value={kind}
						options={KINDS}
						onchange={(to) => onkind(id, to)}
					/>
				{:else}<span></span>{/if}
				{#if shortOrder !== null}
					<IconButton
						title={t('Pay earlier')}
						label={t('Pay {name} earlier', { name })}
						disabled={at === 0}
						onclick={() => move(at, at - 1)}><ArrowUp size={15} aria-hidden="true" /></IconButton
					>
					<IconButton
						title={t('Pay later')}
						label={t('Pay {name} later', { name })}
						disabled={at === rows.length - 1}
						onclick={() => move(at, at + 1)}><ArrowDown size={15} aria-hidden="true" /></IconButton
					>
				{/if}
			</li>
		{/each}
	</ol>
	{#if shortOrder !== null && shortOrder.length > 0}
		<button type="button" onclick={() => onorder([])}>{t('Order by kind again')}</button>
	{/if}
</Panel>

<style>
	.way {
		display: grid;
		grid-template-columns: auto 180px;
		gap: 8px;
		align-items: center;
		justify-content: start;
	}

	.why {
		color: var(--quiet);
		font-size: 13.5px;
	}

	ol {
		overflow-y: auto;
		max-height: 46vh;
		margin-top: 6px;
		list-style: none;
	}

	li {
		display: grid;
		grid-template-columns: 26px minmax(0, 1fr) 150px 28px 28px;
		gap: 8px;
		align-items: center;
		border-top: 1px solid var(--row-line);
	}

	.name {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.first .name {
		font-weight: 600;
	}

	button {
		margin-top: 6px;
		color: var(--act);
		font-weight: 600;
	}
</style>
