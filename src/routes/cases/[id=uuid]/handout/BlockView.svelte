<!-- One block of a handout, as it is printed. -->
<script lang="ts">
	import type { Block } from '$lib/handout/blocks';
	import Phrases from '$lib/ui/Phrases.svelte';
	import { t } from '$lib/words/labels/handout';

	interface Props {
		block: Block;
	}
	const { block }: Props = $props();
	const hasLetters = $derived(
		block.kind === 'table' && block.rows.some(({ letter }) => letter !== null)
	);
</script>

{#if block.kind === 'heading'}
	<h2>{block.text}</h2>
{:else if block.kind === 'letterhead'}
	<div class="letterhead">
		{#if block.logo}<img src={block.logo} alt="" />{/if}
		<p><strong>{block.name}</strong>{block.address.map((line) => ` · ${line}`).join('')}</p>
	</div>
{:else if block.kind === 'lines'}
	<p class="lines">
		{#each block.lines as line, at (at)}<span>{line}</span>{/each}
	</p>
{:else if block.kind === 'answer'}
	<p class="answer"><Phrases sentence={block.sentence} /></p>
{:else if block.kind === 'sentence'}
	<p class="sentence" class:quiet={block.quiet}><Phrases sentence={block.sentence} /></p>
{:else if block.kind === 'picture'}
	<!-- The picture is the program's own SVG, with every text in it escaped. -->
	<!-- eslint-disable-next-line svelte/no-at-html-tags -->
	<div class="picture" role="img" aria-label={block.words}>{@html block.svg}</div>
{:else}
	<table class:dense={block.isDense} class:sums={block.hasSum}>
		<thead>
			<tr>
				{#if hasLetters}<th class="letter"><span class="unseen">{t('Letter')}</span></th>{/if}
				{#each block.columns as { heading, align }, at (at)}
					<th scope="col" class={align}>{heading}</th>
				{/each}
			</tr>
		</thead>
		<tbody>
			{#each block.rows as { letter, cells, isStrong }, row (row)}
				<tr class:strong={isStrong}>
					{#if hasLetters}
						<td class="letter"
							>{#if letter !== null}<span>{letter}</span>{/if}</td
						>
					{/if}
					{#each cells as cell, at (at)}
						<td class={block.columns[at]?.align}>{cell}</td>
					{/each}
				</tr>
			{/each}
		</tbody>
	</table>
{/if}

<style>
	h2 {
		padding: 12pt 0 4pt;
		font: 700 12.5pt/1.3 var(--serif);
	}

	.letterhead {
		display: flex;
		gap: 12pt;
		align-items: center;
		padding-bottom: 10pt;
		border-bottom: 0.5pt solid #cfc7b6;
		margin-bottom: 10pt;
	}

	.letterhead img {
		max-width: 90pt;
		height: 30pt;
		object-fit: contain;
	}

	.letterhead p,
	.lines {
		font-size: 10pt;
		line-height: 1.4;
	}

	.lines {
		display: grid;
		padding: 6pt 0;
	}

	.answer {
		padding-bottom: 8pt;
		font: 400 17pt/1.4 var(--serif);
		--figure-weight: 700;
	}

	.sentence {
		padding: 3pt 0 5pt;
		font-size: 10pt;
		line-height: 1.4;
	}

	.quiet {
		color: #5e665f;
		font-size: 8.5pt;
	}

	.picture {
		padding: 4pt 0 6pt;
	}

	.picture :global(svg) {
		display: block;
		width: 100%;
		height: auto;
	}

	.picture :global(svg text) {
		font-family: var(--sans);
	}

	table {
		width: 100%;
		border-collapse: collapse;
		font-size: 10pt;
		line-height: 1.3;
	}

	th {
		color: #5e665f;
		font-size: 8.5pt;
		font-weight: 400;
	}

	th,
	td {
		padding-block: 2.4pt;
		padding-inline: 12pt 0;
		text-align: end;
		vertical-align: bottom;
	}

	tr {
		border-bottom: 0.5pt solid #cfc7b6;
		break-inside: avoid;
	}

	.left,
	.letter {
		text-align: start;
	}

	.letter {
		width: 18pt;
		padding-inline-start: 0;
	}

	.letter + .left {
		padding-inline-start: 0;
	}

	.letter span {
		display: inline-block;
		min-width: 12pt;
		border: 0.7pt solid currentcolor;
		border-radius: 1.5pt;
		font-size: 8.5pt;
		font-weight: 700;
		line-height: 10pt;
		text-align: center;
	}

	th:first-child,
	td:first-child {
		padding-inline-start: 0;
	}

	.strong td {
		font-weight: 700;
	}

	.sums tbody tr:nth-last-child(2) {
		border-bottom-color: currentcolor;
	}

	.dense,
	.dense th {
		font-size: 7.6pt;
	}

	.dense :is(th, td) {
		padding-inline-start: 3pt;
	}
</style>
