<!-- What is in the place of everything else while the data are damaged: what is, what can be read, what to do. -->
<script lang="ts">
	import Answer from '$lib/ui/Answer.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import type { PageProps } from './$types';

	const { data }: PageProps = $props();
	const { folder, tables } = $derived(data.damage);

	const TABLE_WORDS: Readonly<Record<string, string>> = {
		case_file: 'the list of cases',
		debt: 'the debts',
		debt_transaction: 'what lenders’ files say',
		forecast: 'what plans were expected to do',
		visit: 'the visits of clients',
		reading: 'the balances that were read',
		happened: 'payments and charges that were typed',
		outbox_message: 'messages to clients',
		happening: 'what happens to debts over time',
		way: 'ways of paying that are compared',
		plan: 'the plans',
		plan_place: 'the own orders of plans',
		plan_happening: 'what happens to the money of plans',
		plan_change: 'what plans change about the debts',
		plan_change_debt: 'which debts those changes are about',
		plan_choice: 'the plans that were chosen',
		household_line: 'what households earn and need',
		case_revision: 'the history of the cases'
	};
	const readable = $derived.by(() => {
		const { readable: read, lost } = data;
		const all = read + (lost ?? 0);
		if (read === 0) return 'No case can be read out of them.';
		if (all === read)
			return `${read === 1 ? 'The one case' : `All ${read} cases`} can still be read.`;
		return `${read} of ${all} cases can still be read; ${lost === 1 ? 'one' : lost} can’t.`;
	});
	const sentence = $derived([
		{
			text:
				tables === null
					? 'The database can’t be opened: its files are damaged.'
					: 'Some of the data can’t be read any more: files of the database are damaged.'
		},
		{ text: ` ${readable}` }
	]);
</script>

<svelte:head><title>Damaged data · Residuum</title></svelte:head>

<TopLine path={[{ name: 'Damaged data', href: '/damaged' }]} />
<main>
	<h1 class="unseen">Damaged data</h1>
	<Answer {sentence} />
	<p>
		Nothing is written to them any more. Residuum does not damage files itself: a disk that fails,
		or a program that writes into its folder, does. The data are in <code>{folder}</code>.
	</p>
	{#if tables !== null}
		<section>
			<h2>What is damaged</h2>
			<ul>
				{#each tables as table (table)}
					<li>{TABLE_WORDS[table] ?? table} <small>(table {table})</small></li>
				{/each}
			</ul>
		</section>
	{/if}
	<section>
		<h2>What can still be read</h2>
		{#if data.readable === 0}
			<p>Nothing of the cases. A backup is what is left.</p>
		{:else}
			<p>
				This file has each case as it was last saved, or as it was at the latest before that can be
				read: <a href="/damaged/cases.json" download>Save the cases as JSON</a>. A casebook takes it
				in again as it is, by “Take in a file”.
			</p>
		{/if}
	</section>
	<section>
		<h2>How to put a backup in its place</h2>
		<ol>
			<li>Stop Residuum.</li>
			<li>
				Rename the folder <code>postgres</code> in <code>{folder}</code>, to
				<code>postgres-damaged</code>
				for instance. Do not delete it: somebody may still get more out of it.
			</li>
			<li>
				Put the latest backup in its place: <code>npm run --silent restore -- FILE</code>, with the
				same settings.
			</li>
			<li>
				Start Residuum again. Without a backup it starts with an empty casebook; take the file of
				cases in there.
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
		padding-left: 22px;
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
