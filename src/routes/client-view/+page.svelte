<!-- The screen turned to a client: a plan, or two or three side by side, large, in the client's language, to play with. -->
<script lang="ts">
	import { forgetClientView, keptClientView } from '$lib/desk/client-view';
	import { cents, ZERO, type Cents } from '$lib/core/quantities/money';
	import { onSignedInAgain } from '$lib/desk/session';
	import { planOf } from '$lib/core/plan/walk';
	import { writeRoundMoney } from '$lib/reading/written';
	import { firstDayOf, monthOn, mostMore, STOPS, triedTerms } from '$lib/take-home/take-home';
	import { takeHomeText } from '$lib/words/take-home';
	import Lock from '@lucide/svelte/icons/lock';
	import { onMount } from 'svelte';
	import ClientPlanView from './ClientPlanView.svelte';
	import TurnBack from './TurnBack.svelte';
	import { t } from '$lib/words/labels/client-view';

	const view = keptClientView();

	const plans = (view?.plans ?? []).map((shown) => {
		const { debts, terms } = shown.home;
		const plan = planOf(debts, terms);
		const now = view ? monthOn(plan, view.today) : 0;
		// What has been paid is paid: from this month on.
		const from = Math.max(1, now, plan.begins);
		const canTry = plan.ending.status !== 'refused' && from <= plan.kept.length;
		return { ...shown, plan, now, from, canTry };
	});
	const [first] = plans;
	const writing = first?.home.writing;

	/** One slider for all of them, up to what each could take. */
	const each = plans.map(({ plan, home }) => mostMore(plan, home.writing.currency));
	const most = each.length === 0 ? ZERO : cents(Math.min(...each));
	let stop = $state(0);
	const more: Cents = $derived(stop === 0 ? ZERO : cents((most / STOPS) * stop));
	const tried = $derived(
		plans.map(({ home, plan, from, canTry }) => {
			if (more === 0 || !canTry) return plan;
			const trial = { more, from: { month: from, day: firstDayOf(plan, from) } };
			return planOf(home.debts, triedTerms(home.terms, { ...trial, once: ZERO, month: from }));
		})
	);

	let turning = $state.raw<HTMLElement | null>(null);
	let lock = $state<HTMLElement>();

	function key(event: KeyboardEvent): void {
		if (event.key !== 'F6') return;
		event.preventDefault();
		turning = lock ?? null;
	}

	// The session ended meanwhile, and another one is turned to nobody.
	onMount(() => onSignedInAgain(leave));

	function leave(): void {
		forgetClientView();
		location.replace(view?.back ?? '/');
	}
</script>

<svelte:head><title>Residuum</title></svelte:head>
<svelte:window onkeydown={key} />

<main lang={writing?.language}>
	{#if writing && plans.length > 0}
		<div class="plans" class:several={plans.length > 1} style:--count={plans.length}>
			{#each plans as shown, at (shown.id)}
				<ClientPlanView
					{...shown}
					tried={tried[at] ?? shown.plan}
					{more}
					alone={plans.length === 1}
				/>
			{/each}
		</div>
		{#if plans.some(({ canTry }) => canTry)}
			<section class="what-if" aria-labelledby="what-if">
				<h2 id="what-if">{takeHomeText(writing, 'what if')}</h2>
				<label>
					<span class="unseen">{takeHomeText(writing, 'more')}</span>
					<input
						type="range"
						min="0"
						max={STOPS}
						bind:value={stop}
						style:--slid="{(stop / STOPS) * 100}%"
						aria-valuetext={takeHomeText(writing, 'slider', {
							amount: writeRoundMoney(more, writing)
						})}
					/>
				</label>
				<output
					>{takeHomeText(writing, 'slider', { amount: writeRoundMoney(more, writing) })}</output
				>
				<button type="button" disabled={stop === 0} onclick={() => (stop = 0)}
					>{takeHomeText(writing, 'start over')}</button
				>
			</section>
		{/if}
	{:else}
		<p class="elsewhere" lang="en">{t('This browser shows a plan to a …')}</p>
	{/if}
</main>
<button
	type="button"
	class="lock"
	bind:this={lock}
	title={t('Back to the desk (F6)')}
	onclick={(event) => (turning = event.currentTarget)}
>
	<Lock size={18} aria-hidden="true" />
	<span class="unseen">{t('Back to the desk (F6)')}</span>
</button>
{#if turning}
	<TurnBack
		anchor={turning}
		hasCode={view?.hasCode ?? true}
		onback={leave}
		onclose={() => {
			turning = null;
			lock?.focus();
		}}
	/>
{/if}

<style>
	main {
		box-sizing: border-box;
		display: flex;
		flex-direction: column;
		min-height: 100vh;
		padding: 30px 40px 0;
		font-size: 19px;
		--track: var(--hairline);
	}

	.plans {
		flex: 1;
	}

	.several {
		display: grid;
		grid-template-columns: repeat(var(--count), minmax(0, 1fr));
		column-gap: 40px;
	}

	/* It is always in reach, whatever of the plans is being read. */
	.what-if {
		position: sticky;
		bottom: 0;
		display: grid;
		grid-template-columns: auto minmax(120px, 1fr) 11em auto;
		gap: 6px 28px;
		align-items: center;
		padding-block: 10px 12px;
		padding-inline: 40px 70px;
		margin: 20px -40px 0;
		border-top: 1px solid var(--hairline);
		background: var(--sheet);
	}

	h2 {
		font: 600 19px/1.3 var(--sans);
	}

	output {
		font-weight: 600;
	}

	input {
		width: 100%;
		height: 44px;
	}

	.what-if button {
		min-height: 44px;
		padding: 0 14px;
		border: 1px solid var(--act);
		border-radius: 3px;
		color: var(--act);
		font-weight: 600;
	}

	.what-if button:disabled {
		border-color: var(--hairline);
		color: var(--quiet);
	}

	.lock {
		position: fixed;
		inset-inline-end: 12px;
		bottom: 12px;
		display: grid;
		place-items: center;
		width: 44px;
		height: 44px;
		color: var(--quiet);
	}

	.elsewhere {
		max-width: 34em;
	}

	@media screen and (width < 900px) {
		main {
			padding: 20px 20px 0;
		}

		.several {
			grid-template-columns: minmax(0, 1fr);
		}

		.what-if {
			grid-template-columns: 1fr auto;
			gap: 0 16px;
			padding-block: 8px 10px;
			padding-inline: 20px 66px;
			margin-inline: -20px;
		}

		.what-if h2,
		label {
			grid-column: 1 / -1;
		}
	}
</style>
