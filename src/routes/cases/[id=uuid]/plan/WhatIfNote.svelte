<!-- A question about many cases, answered for this one: how its plan would come out, and what takes the change over. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import type { CaseDesk } from '$lib/desk/case-desk.svelte';
	import { creditorBook } from '$lib/desk/reference-book.svelte';
	import { ask, whyNot, type Answer } from '$lib/desk/requests';
	import type { PlanEntry } from '$lib/document/plan';
	import { changed, effectOnPlan } from '$lib/document/what-if';
	import type { WhatIfRun } from '$lib/document/what-if-answer';
	import { SCREEN } from '$lib/reading/writing';
	import { askedInWords, costMovedInWords, lineInWords } from '$lib/words/what-if';
	import { onMount } from 'svelte';
	import { v4 as newId } from 'uuid';
	import { t } from '$lib/words/labels/book';

	interface Props {
		desk: CaseDesk;
		/** The plan that is looked at. */
		entry: PlanEntry;
		/** The question, by its identifier. */
		run: string;
	}
	const { desk, entry, run }: Props = $props();

	let question = $state.raw<WhatIfRun | null>(null);
	let failure = $state.raw<Answer<unknown> | null>(null);

	onMount(async () => {
		const [answer] = await Promise.all([
			ask<{ run: WhatIfRun }>('GET', `/api/what-if/${run}/question`),
			creditorBook.open()
		]);
		if (answer.kind === 'done') question = answer.value.run;
		else failure = answer;
	});

	const effect = $derived(
		question && effectOnPlan(desk.document, entry, question.change, creditorBook.names)
	);
	const line = $derived(
		effect?.kind === 'computed' ? { ...effect, currency: desk.document.currency } : null
	);
	const more = $derived(line ? costMovedInWords(line, SCREEN) : '');
	const said = $derived(
		line
			? lineInWords(line, SCREEN)
			: effect?.kind === 'untouched'
				? t('This plan stays as it is.')
				: t('This plan can’t be computed with it.')
	);
	const leave = () => goto(`/cases/${desk.id}/plan?of=${entry.id}`, { noScroll: true });

	/** Whether a case can have it: a tenth less money, or no plan, is only asked about. */
	const isFact = ({ kind }: WhatIfRun['change']): boolean =>
		kind !== 'money' && kind !== 'minimums';

	function takeOver(of: WhatIfRun): void {
		const { debts, asOf } = desk.document;
		const after = changed({ debts, asOf, plan: entry }, of.change, creditorBook.names, newId);
		desk.before.varyCase(entry.id, askedInWords(of, SCREEN).slice(0, 200), after);
		void leave();
	}
</script>

{#if failure}
	<p role="alert">{whyNot(failure)}</p>
{:else if question && effect}
	<p class="what-if" role="note">
		<span>
			<strong>{askedInWords(question, SCREEN)}</strong>
			{said}{#if more !== ''}, <span class="cost">{t('{more} in interest and fees', { more })}</span
				>{/if}
		</span>
		{#if effect.kind === 'computed' && isFact(question.change)}
			<button type="button" onclick={() => question && takeOver(question)}
				>{t('Take it over')}</button
			>
		{/if}
		{#if effect.kind === 'computed' && question.change.kind !== 'minimums'}
			<a href="/cases/{desk.id}/outbox?of={entry.id}&what-if={run}">{t('Write to the client')}</a>
		{/if}
		<a href="/what-if?run={run}">{t('All cases ›')}</a>
		<button type="button" onclick={() => void leave()}>{t('Close')}</button>
	</p>
{/if}

<style>
	.what-if {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 14px;
		align-items: baseline;
		margin: 6px 0 0;
		padding: 6px 12px;
		background: var(--sheet);
		font-size: 15px;
	}

	.cost {
		color: var(--interest);
	}

	:is(button, a) {
		min-height: var(--target);
		align-content: center;
		color: var(--act);
		font-weight: 600;
		text-decoration: none;
	}
</style>
