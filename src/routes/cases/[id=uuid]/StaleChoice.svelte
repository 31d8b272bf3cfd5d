<!-- The case was changed elsewhere meanwhile: both versions, and the choice between them. -->
<script lang="ts">
	import { caseDifferences } from '$lib/words/differences';
	import type { CaseDocument } from '$lib/document/case';

	interface Props {
		mine: CaseDocument;
		theirs: CaseDocument;
		onchoose: (choice: 'mine' | 'theirs') => void;
	}
	const { mine, theirs, onchoose }: Props = $props();
	const differences = $derived(caseDifferences(mine, theirs));
</script>

<div class="stale" role="alertdialog" aria-labelledby="stale-title">
	<h2 id="stale-title">
		This case was changed in another window meanwhile. Which version is right?
	</h2>
	<table>
		<thead>
			<tr
				><th scope="col">What differs</th><th scope="col">In this window</th><th scope="col"
					>In the other window</th
				></tr
			>
		</thead>
		<tbody>
			{#each differences as { what, mine, theirs } (what)}
				<tr><th scope="row">{what}</th><td>{mine}</td><td>{theirs}</td></tr>
			{/each}
		</tbody>
	</table>
	<p>
		<button type="button" onclick={() => onchoose('mine')}>Keep this window’s</button>
		<button type="button" onclick={() => onchoose('theirs')}>Take the other window’s</button>
		<span>Either can be undone.</span>
	</p>
</div>

<style>
	.stale {
		display: grid;
		gap: 10px;
		padding: 16px 24px;
		border-bottom: 1px solid var(--hairline);
		border-left: 6px solid var(--ink);
		background: var(--sheet);
	}

	h2 {
		font: 600 18px/1.4 var(--serif);
	}

	table {
		justify-self: start;
		border-collapse: collapse;
	}

	th,
	td {
		padding: 3px 28px 3px 0;
		border-bottom: 1px solid var(--row-line);
		text-align: left;
	}

	th {
		font-weight: 400;
	}

	thead th {
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	p {
		display: flex;
		gap: 24px;
		color: var(--quiet);
	}

	button {
		color: var(--act);
		font-weight: 600;
	}
</style>
