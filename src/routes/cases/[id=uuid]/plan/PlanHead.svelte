<!--
	What a plan says at the top: which one it is, the answer, what it changes about the debts, what is not
	possible or short, and the answer before a change.
-->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { planDifference, type Cure } from '$lib/core/plan/answers';
	import type { CaseDesk } from '$lib/desk/case-desk.svelte';
	import { curedBy, newPlan, withProposedTerms, type PlanStart } from '$lib/desk/plan-entry';
	import type { PlanInHand } from '$lib/desk/plan-in-hand.svelte';
	import { assumedInWords, refusalInWords } from '$lib/words/changes';
	import { chosenPlan, type PlanEntry } from '$lib/document/plan';
	import {
		notYetSentence,
		planBeforeSentence,
		planSentence,
		shortSentence
	} from '$lib/words/plan-answer';
	import { repliesInWords } from '$lib/words/replies';
	import type { Phrase } from '$lib/messages/sentence';
	import Answer from '$lib/ui/Answer.svelte';
	import BeforeLine from '$lib/ui/BeforeLine.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import ShortLine from '$lib/ui/ShortLine.svelte';
	import Changes from './Changes.svelte';
	import PlanBar from './PlanBar.svelte';
	import PlanDeadlines from './PlanDeadlines.svelte';
	import { t } from '$lib/words/labels/plan';

	interface Props {
		desk: CaseDesk;
		hand: PlanInHand;
		/** A figure is to show its working. */
		onopen: (figure: NonNullable<Phrase['opens']>, anchor: HTMLElement) => void;
		onmonth: (month: number) => void;
		/** Shows the payments that the first short month would cover, debt by debt. */
		oncure: (anchor: HTMLElement) => void;
		/** Whether short months are said here. */
		saysShort: boolean;
		onvary: (what: string, fields: Partial<PlanEntry>) => void;
	}
	const { desk, hand, onopen, onmonth, oncure, saysShort, onvary }: Props = $props();

	const { writing, entry, plan, nameOf } = $derived(hand);

	const sentence = $derived([
		...planSentence(
			plan,
			entry,
			hand.measure,
			writing,
			assumedInWords(entry.changes, nameOf, writing)
		),
		...notYetSentence(hand.unfinished, writing)
	]);
	const short = $derived(
		saysShort
			? shortSentence(plan, hand.cure, writing, { first: hand.paidFirst, more: hand.moreCovers })
			: null
	);

	/** States the budget that covers the short months. */
	function useCure({ from, amount }: Cure): void {
		const cured = curedBy(entry, hand.firstMonth, from, amount);
		onvary(t('monthly budget'), cured);
	}

	/** Fills the open terms of a change with likely ones, marked as assumed. */
	function propose(at: number): void {
		const changes = entry.changes.map((change, place) =>
			place === at ? withProposedTerms(change, desk.document) : change
		);
		onvary(t('changes to the debts'), { changes });
	}

	function putBack(): void {
		const { before } = hand;
		if (before) {
			desk.change(t('restoring the plan'), (document) => ({
				...document,
				plans: document.plans.map((plan) => (plan.id === entry.id ? before.plan : plan)),
				debts: before.debts,
				sheet: before.sheet
			}));
		}
		desk.before.letGoPlan(entry.id);
	}

	const replies = $derived(repliesInWords(entry.changes, nameOf, writing));

	let changes = $state<ReturnType<typeof Changes>>();
	/** Opens one of the plan's changes by its place. */
	export function showChange(at: number): void {
		changes?.show(at);
	}

	const hrefOf = (id: string) => `/cases/${desk.id}/plan?of=${id}`;

	function addPlan(start: PlanStart): void {
		const plan = newPlan(start, desk.document, entry);
		desk.change(t('new plan, {name}', { name: plan.name }), (document) => ({
			...document,
			plans: [...document.plans, plan]
		}));
		void show(plan.id).then(() => {
			// What a change is about is typed next: its terms are open.
			if (plan.changes.length > 0 && start !== 'copy') showChange(0);
		});
	}

	/** Goes to a plan, with the focus on which one it is. */
	async function show(id: string): Promise<void> {
		await goto(hrefOf(id), { keepFocus: true, noScroll: true });
		document.querySelector<HTMLElement>('[aria-label="The plan"]')?.focus();
	}

	function removePlan(): void {
		const rest = hand.plans.filter(({ id }) => id !== entry.id);
		desk.change(t('deleted plan, {name}', { name: entry.name }), (document) => ({
			...document,
			plans: rest
		}));
		void show(rest[0]?.id ?? '');
	}
</script>

<PlanBar
	plan={entry}
	plans={hand.plans}
	chosen={chosenPlan(desk.document)}
	onpick={(id) => void show(id)}
	onadd={addPlan}
	onrename={(name) => desk.changePlan(entry.id, t('name of a plan'), { name, named: true })}
	onremove={removePlan}
/>
<Answer {sentence} {onopen} />
<div class="changes">
	<Changes
		bind:this={changes}
		changes={entry.changes}
		document={desk.document}
		{nameOf}
		onchange={(changes) => onvary(t('changes to the debts'), { changes })}
	/>
	{#if replies.length > 0}
		<p class="replies">
			{#each replies as said, at (at)}<span><Phrases sentence={said} /></span>{/each}
			<a href="/cases/{desk.id}/proposals?of={entry.id}">{t('Proposals ›')}</a>
		</p>
	{/if}
</div>
<PlanDeadlines {desk} {hand} />
{#if hand.refusal}
	{@const { refusal } = hand}
	<ShortLine alert={refusal.reason !== 'terms missing'}>
		<strong
			>{t('Change {change} is refused', {
				change: refusal.change + 1,
				reason: refusal.reason === 'terms missing' ? 'incomplete' : 'impossible'
			})}</strong
		>
		{refusalInWords(refusal, nameOf, writing)}
		<button type="button" onclick={() => showChange(refusal.change)}>{t('Open it')}</button>
		{#if refusal.reason === 'terms missing'}
			<button type="button" onclick={() => propose(refusal.change)}
				>{t('Assume likely terms')}</button
			>
		{/if}
	</ShortLine>
{/if}
{#if short}
	<ShortLine>
		<Phrases sentence={short} />
		<button type="button" onclick={() => onmonth(plan.shortMonths[0]?.month ?? 1)}
			>{t('Show the month')}</button
		>
		<button type="button" onclick={(event) => oncure(event.currentTarget)}
			>{t('Debt by debt')}</button
		>
		{#if hand.cure}
			{@const { cure } = hand}
			<button type="button" onclick={() => useCure(cure)}>{t('Use this amount')}</button>
		{/if}
	</ShortLine>
{/if}
{#if hand.before}
	<BeforeLine
		sentence={planBeforeSentence(
			hand.before.result,
			hand.before.plan,
			planDifference(plan, hand.before.result),
			hand.moved,
			writing
		)}
		onundo={putBack}
		onkeep={() => desk.before.letGoPlan(entry.id)}
	/>
{/if}

<style>
	.changes {
		display: flex;
		flex-wrap: wrap;
		gap: 0 18px;
		align-items: baseline;
	}

	.replies {
		display: flex;
		flex-wrap: wrap;
		gap: 0 8px;
		margin: 0;
		color: var(--quiet);
		font-size: 14px;
	}

	.replies a {
		color: var(--act);
		font-weight: 600;
		text-decoration: none;
	}
</style>
