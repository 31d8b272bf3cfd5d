<!-- The next steps: continue from here, restore the payoff, or return to today. -->
<script lang="ts">
	import { bringsBack, type BringsBack, type ComeBack } from '$lib/document/coming-back';
	import type { ForecastEntry } from '$lib/document/forecast';
	import type { More } from '$lib/document/later-money';
	import { writeDate, writeLongDate } from '$lib/reading/written';
	import type { Writing } from '$lib/reading/writing';
	import { bringsBackInWords } from '$lib/words/progress';
	import { t } from '$lib/words/labels/progress';

	interface Props {
		back: ComeBack;
		/** Whether what happened is only looked at. */
		fixed: boolean;
		/** Where this visit has been gone on from already. */
		goneOnSince: ForecastEntry | null;
		/** The case's own address. */
		home: string;
		writing: Writing;
		/** Asks to go on, beside the button that was clicked. */
		ongo: (more: More, anchor: HTMLElement) => void;
	}
	const { back, fixed, goneOnSince, home, writing, ongo }: Props = $props();

	/** Worked out once nothing has been typed for a moment: the plan is run some forty times for it. */
	let brings = $state.raw<{ readonly back: typeof back; readonly is: BringsBack | null } | null>(
		null
	);
	$effect(() => {
		const now = back;
		const soon = setTimeout(() => {
			brings = { back: now, is: now && now.drift.read.length > 0 ? bringsBack(now) : null };
		}, 250);
		return () => clearTimeout(soon);
	});
	const backInWords = $derived(
		brings?.back === back && brings?.is && back?.on
			? bringsBackInWords(brings.is, back.on.carried.plan.firstMonth, writing)
			: null
	);
</script>

<p class="next">
	{#if fixed}
		<span class="then"
			>{t('As of {day}, read-only', { day: writeLongDate(back.day, writing) })}</span
		>
		<a href="{home}/progress">{t('Back to today')}</a>
	{:else if goneOnSince}
		<span>{t('Continued from here on {date}', { date: writeDate(goneOnSince.date, writing) })}</span
		>
		<a href="{home}/plan?of={goneOnSince.plan}">{t('Open the plan ›')}</a>
	{:else if back.drift.read.length > 0 && back.on}
		<button type="button" onclick={({ currentTarget }) => ongo(null, currentTarget)}
			>{t('Continue from here ›')}</button
		>
		{#if backInWords && brings?.is}
			{@const { each, once } = brings.is}
			{#if each !== null}
				<span>{backInWords.each}</span>
				<button type="button" onclick={({ currentTarget }) => ongo({ each }, currentTarget)}
					>{t('Continue this way ›')}</button
				>
			{/if}
			{#if once !== null}
				<span>{backInWords.once}</span>
				<button type="button" onclick={({ currentTarget }) => ongo({ once }, currentTarget)}
					>{t('Continue this way ›')}</button
				>
			{/if}
			{backInWords.none ?? ''}
		{/if}
	{/if}
</p>

<style>
	.next {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 14px;
		align-items: baseline;
		min-height: 24px;
		margin-top: 2px;
		font-size: 14.5px;
	}

	button,
	a {
		color: var(--act);
		font-weight: 600;
	}

	.then {
		font-style: italic;
	}
</style>
