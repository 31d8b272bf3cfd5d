<!-- Replaces everything else while the data are damaged: the damage, recoverable cases, and what to do. -->
<script lang="ts">
	import Answer from '$lib/ui/Answer.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import type { PageProps } from './$types';
	import Phrases from '$lib/ui/Phrases.svelte';
	import { sentence as phrases, t } from '$lib/words/labels/damaged';

	const { data }: PageProps = $props();
	const { folder, tables } = $derived(data.damage);

	const TABLE_WORDS: Readonly<Record<string, string>> = {
		case_file: t('the list of cases'),
		debt: t('the debts'),
		debt_transaction: t('transactions from creditors’ files'),
		forecast: t('saved forecasts'),
		visit: t('visits'),
		reading: t('recorded balances'),
		recorded_event: t('recorded payments and charges'),
		recorded_money: t('amounts of single months'),
		outbox_message: t('messages to clients'),
		debt_event: t('events of debts'),
		way: t('ways of paying'),
		plan: t('the plans'),
		plan_place: t('custom orders of plans'),
		plan_event: t('events of plans'),
		plan_change: t('changes of plans'),
		plan_change_debt: t('debts in changes of plans'),
		plan_choice: t('chosen plans'),
		household_line: t('budget sheets'),
		case_revision: t('the history of the cases')
	};
	const readable = $derived.by(() => {
		const { readable: read, lost } = data;
		const all = read + (lost ?? 0);
		if (read === 0) return t('No case can be recovered');
		if (all === read) return t('All cases can be recovered', { all });
		return t('{read} of {all} cases can be recovered', { read, all, lost: lost ?? 0 });
	});
	const sentence = $derived([
		{
			text:
				tables === null
					? t('The database cannot be opened: its files …')
					: t('Some of the data can no longer …')
		},
		{ text: ` ${readable}` }
	]);
</script>

<svelte:head><title>{t('Damaged data')} · Residuum</title></svelte:head>

<TopLine path={[{ name: t('Damaged data'), href: '/damaged' }]} />
<main>
	<h1 class="unseen">{t('Damaged data')}</h1>
	<Answer {sentence} />
	<p>
		{t('Residuum has stopped writing to the data. …')} <code>{folder}</code>.
	</p>
	{#if tables !== null}
		<section>
			<h2>{t('Damaged parts')}</h2>
			<ul>
				{#each tables as table (table)}
					<li>{TABLE_WORDS[table] ?? table} <small>{t('(table {table})', { table })}</small></li>
				{/each}
			</ul>
		</section>
	{/if}
	<section>
		<h2>{t('Recoverable cases')}</h2>
		{#if data.readable === 0}
			<p>{t('None of the cases. Only a backup …')}</p>
		{:else}
			<p>{t('This file has the latest readable version …')}</p>
			<p><a href="/damaged/cases.json" download>{t('Save the cases as JSON')}</a></p>
		{/if}
	</section>
	<section>
		<h2>{t('Restore a backup')}</h2>
		<ol>
			<li>{t('Stop Residuum')}</li>
			<li>
				<Phrases
					sentence={phrases('Rename the folder {old} in {folder} to {new}', {
						old: 'postgres',
						folder,
						new: 'postgres-damaged'
					})}
				/>
			</li>
			<li>
				{t('Restore the latest backup')} <code>npm run --silent restore -- FILE</code>
			</li>
			<li>
				{t('Start Residuum again. Without a backup it …')}
			</li>
		</ol>
	</section>
</main>

<style>
	main {
		display: grid;
		gap: 18px;
		max-width: 60em;
		padding: 26px 24px 60px;
	}

	h2 {
		font: 600 18px/1.4 var(--serif);
	}

	ul,
	ol {
		padding-inline-start: 22px;
	}

	ol {
		list-style: decimal;
	}

	small {
		color: var(--quiet);
	}

	code {
		overflow-wrap: anywhere;
	}

	a {
		color: var(--act);
		font-weight: 600;
	}
</style>
