<!-- The case was changed elsewhere meanwhile: both versions, and the choice between them. -->
<script lang="ts">
	import { listOf } from '$lib/messages/message';
	import { SCREEN } from '$lib/reading/writing';
	import { caseDifferences } from '$lib/words/differences';
	import type { CaseDocument } from '$lib/document/case';
	import { t } from '$lib/words/labels/case';

	interface Props {
		mine: CaseDocument;
		theirs: CaseDocument;
		/** The people who changed it, where known. */
		authors: readonly string[];
		onchoose: (choice: 'mine' | 'theirs') => void;
	}
	const { mine, theirs, authors, onchoose }: Props = $props();
	const who = $derived(listOf(SCREEN, authors));
	const differences = $derived(caseDifferences(mine, theirs));
</script>

<div class="stale" role="alertdialog" aria-labelledby="stale-title">
	<h2 id="stale-title">
		{who === '' ? t('Another window changed this case') : t('{who} changed this case', { who })}
	</h2>
	<table>
		<thead>
			<tr
				><th scope="col">{t('Difference')}</th><th scope="col">{t('This window')}</th><th
					scope="col">{who === '' ? t('The other window') : t('{who}’s version', { who })}</th
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
		<button type="button" onclick={() => onchoose('mine')}>{t('Keep this window’s version')}</button
		>
		<button type="button" onclick={() => onchoose('theirs')}
			>{who === ''
				? t('Use the other window’s version')
				: t('Use {who}’s version', { who })}</button
		>
		<span>{t('Either can be undone')}</span>
	</p>
</div>

<style>
	.stale {
		display: grid;
		gap: 10px;
		padding: 16px 24px;
		border-bottom: 1px solid var(--hairline);
		border-inline-start: 6px solid var(--ink);
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
		padding-block: 3px;
		padding-inline: 0 28px;
		border-bottom: 1px solid var(--row-line);
		text-align: start;
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
