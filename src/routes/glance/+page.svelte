<!-- The book at a glance: where the cases stand, what is owed and was paid off, by counselor and by month. -->
<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { BOOK_STATES, countOf } from '$lib/document/glance';
	import { SCREEN } from '$lib/reading/writing';
	import { grouped, writeMoney } from '$lib/reading/written';
	import Answered from '$lib/ui/Answer.svelte';
	import Phrases from '$lib/ui/Phrases.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import {
		casesInSentence,
		glanceSentence,
		listedInWords,
		monthName,
		ownerName,
		savingsSentence,
		stateInWords,
		stateMeaning
	} from '$lib/words/glance';
	import GroupTable from './GroupTable.svelte';
	import type { PageProps } from './$types';
	import { t } from '$lib/words/labels/book';

	const { data }: PageProps = $props();
	/** So often it is looked at again, in milliseconds. */
	const AGAIN = 2_000;

	const glance = $derived(data.glance);
	const saved = $derived(savingsSentence(data.savings, SCREEN));
	/** What is still being computed is looked at again. */
	$effect(() => {
		if (data.savings.left === 0) return undefined;
		const timer = setTimeout(() => void invalidateAll(), AGAIN);
		return () => clearTimeout(timer);
	});
	const all = $derived(countOf(glance.counts));
	const states = $derived(BOOK_STATES.filter((state) => glance.counts[state] > 0));
</script>

<svelte:head><title>{t('At a glance')} · Residuum</title></svelte:head>
<TopLine
	path={[
		{ name: t('Casebook'), href: '/' },
		{ name: t('At a glance'), href: '/glance' }
	]}
/>
<main>
	<h1 class="unseen">{t('At a glance')}</h1>
	<div class="top">
		<Answered sentence={glanceSentence(glance, SCREEN)} />
		<div class="actions screen-only">
			<a href="/what-if" title={t('Asked as: what if only the minimum payments were made')}
				>{t('What the plans save ›')}</a
			>
			<a href="/api/glance/csv" download title={t('Without groups of fewer than five cases')}
				>{t('Table (CSV)')}</a
			>
		</div>
	</div>
	{#if saved.length > 0}
		<p class="saved" title={t('Interest and fees from the day …')}><Phrases sentence={saved} /></p>
	{/if}
	{#if all > 0}
		<!-- The list below says the same in words. -->
		<div class="picture" aria-hidden="true">
			{#each states as state (state)}
				<span class="drawn {state}" style:flex-grow={glance.counts[state]}></span>
			{/each}
		</div>
		<ul>
			{#each states as state (state)}
				<li>
					<span class="key drawn {state}" aria-hidden="true"></span>
					<a
						href="/glance?of={state}"
						title={stateMeaning(state, SCREEN)}
						aria-current={data.state === state ? 'true' : undefined}
						data-sveltekit-noscroll
						><b>{grouped(glance.counts[state], 0, SCREEN)}</b> {stateInWords(state, SCREEN)}</a
					>
				</li>
			{/each}
		</ul>
		{#if data.state}
			{@const count = glance.counts[data.state]}
			<section aria-live="polite">
				<p><Phrases sentence={casesInSentence(data.state, count, SCREEN)} /></p>
				<ol>
					{#each data.lines as { id, label, owner, owed, currency } (id)}
						<li class="case">
							<a href="/cases/{id}" title={label}>{label}</a>
							<span>{writeMoney(owed, { ...SCREEN, currency })}</span>
							{#if data.person}<span class="quiet">{owner ?? t('unassigned')}</span>{/if}
						</li>
					{/each}
				</ol>
				{#if listedInWords(count, SCREEN)}<p class="quiet">{listedInWords(count, SCREEN)}</p>{/if}
			</section>
		{/if}
		<details class="screen-only">
			<summary>{t('How these figures come about')}</summary>
			<dl>
				<dt>{t('Owed now')}</dt>
				<dd>{t('The latest balance of each debt, …')}</dd>
				<dt>{t('Paid off')}</dt>
				<dd>{t('What was owed when a plan …')}</dd>
				<dt>{t('To go')}</dt>
				<dd>{t('From this month to the one …')}</dd>
				<dt>{t('Saved')}</dt>
				<dd>{t('Interest and fees from the day …')}</dd>
				{#each states as state (state)}
					<dt>{stateInWords(state, SCREEN)}</dt>
					<dd>{stateMeaning(state, SCREEN)}</dd>
				{/each}
			</dl>
		</details>
		{#if data.person}
			<GroupTable
				title={t('By counselor')}
				heading={t('Counselor')}
				groups={glance.byOwner}
				nameOf={(group) => ownerName(group, SCREEN)}
			/>
		{/if}
		<GroupTable
			title={t('By month of the first visit')}
			heading={t('Month')}
			groups={glance.byMonth}
			nameOf={(group) => monthName(group, SCREEN)}
		/>
	{/if}
</main>

<style>
	main {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 20px;
		max-width: 1180px;
		padding: 26px 24px 90px;
	}

	main > * {
		min-width: 0;
	}

	summary {
		min-height: var(--target);
		align-content: center;
		color: var(--act);
		font-weight: 600;
		cursor: pointer;
	}

	dl {
		display: grid;
		grid-template-columns: minmax(90px, auto) minmax(0, 1fr);
		gap: 4px 20px;
		max-width: 900px;
		margin: 6px 0 0;
	}

	dt {
		font-weight: 600;
	}

	dd {
		margin: 0;
	}

	.saved {
		margin: 0;
		font-size: 16px;
	}

	.top {
		display: flex;
		flex-wrap: wrap;
		gap: 12px 40px;
		align-items: baseline;
		justify-content: space-between;
	}

	.actions {
		display: flex;
		flex-wrap: wrap;
		gap: 8px 20px;
		margin-inline-start: auto;
	}

	.actions a {
		min-height: var(--target);
		align-content: center;
		color: var(--act);
		font-weight: 600;
		text-decoration: none;
	}

	.picture {
		display: flex;
		gap: 2px;
		height: 44px;
	}

	.picture span {
		flex-basis: 0;
		min-width: 3px;
	}

	ul,
	ol {
		margin: 0;
		padding: 0;
		list-style: none;
	}

	ul {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 26px;
	}

	ul li {
		display: flex;
		gap: 8px;
		align-items: center;
	}

	li a {
		min-height: var(--target);
		align-content: center;
		color: var(--ink);
		text-decoration: none;
	}

	li a:hover,
	[aria-current='true'] {
		color: var(--act);
		text-decoration: underline;
	}

	.key {
		flex: none;
		width: 16px;
		height: 16px;
	}

	.picture span,
	.key {
		box-sizing: border-box;
	}

	/* Told apart in grey, too: by how light each is, and by lines. */
	.new {
		background: var(--sheet);
		border: 1px solid var(--quiet);
	}

	.finished {
		background: var(--ink);
	}

	.silent {
		background: repeating-linear-gradient(90deg, var(--quiet) 0 1px, var(--sheet) 1px 6px);
		border: 1px solid var(--quiet);
	}

	.behind {
		background: repeating-linear-gradient(135deg, var(--interest) 0 1.5px, var(--sheet) 1.5px 5px);
		border: 1px solid var(--interest);
	}

	.short {
		background: var(--interest);
	}

	.on-plan {
		background: var(--act);
	}

	.chosen {
		background: repeating-linear-gradient(0deg, var(--act) 0 1.5px, var(--sheet) 1.5px 5px);
		border: 1px solid var(--act);
	}

	.case {
		display: grid;
		grid-template-columns: minmax(0, 360px) 140px minmax(0, 200px);
		gap: 0 20px;
		align-items: center;
		min-height: 34px;
		border-bottom: 1px solid var(--row-line);
	}

	.case a {
		overflow: hidden;
		font-weight: 600;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.case span:nth-child(2) {
		text-align: end;
	}

	.quiet {
		color: var(--quiet);
	}

	@media screen and (width < 620px) {
		.case {
			grid-template-columns: minmax(0, 1fr) auto;
		}
	}
</style>
