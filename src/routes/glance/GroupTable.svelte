<!-- Groups of cases, and how many of each stand where. -->
<script lang="ts">
	import { BOOK_STATES, countOf, type Group } from '$lib/document/glance';
	import { SCREEN } from '$lib/reading/writing';
	import { grouped } from '$lib/reading/written';
	import { stateInWords } from '$lib/words/glance';
	import { t } from '$lib/words/labels/book';

	interface Props {
		title: string;
		/** What a group is: a counselor, a month. */
		heading: string;
		groups: readonly Group[];
		nameOf: (group: Group) => string;
	}
	const { title, heading, groups, nameOf }: Props = $props();
</script>

<section>
	<h2>{title}</h2>
	<!-- Wider than a phone it is scrolled by itself. -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<div class="scrolls" tabindex="0" role="region" aria-label={title}>
		<table>
			<thead>
				<tr>
					<th scope="col">{heading}</th>
					<th scope="col" class="right">{t('Cases')}</th>
					{#each BOOK_STATES as state (state)}
						<th scope="col" class="right state">{stateInWords(state, SCREEN)}</th>
					{/each}
				</tr>
			</thead>
			<tbody>
				{#each groups as group (group.name)}
					<tr>
						<th scope="row">{nameOf(group)}</th>
						<td class="right"><b>{grouped(countOf(group.counts), 0, SCREEN)}</b></td>
						{#each BOOK_STATES as state (state)}
							<td class="right" class:none={group.counts[state] === 0}
								>{grouped(group.counts[state], 0, SCREEN)}</td
							>
						{/each}
					</tr>
				{/each}
			</tbody>
		</table>
	</div>
</section>

<style>
	h2 {
		margin: 0 0 4px;
		color: var(--quiet);
		font-size: 14px;
		font-weight: 600;
	}

	.scrolls {
		overflow-x: auto;
	}

	table {
		border-collapse: collapse;
	}

	:is(th, td) {
		height: 32px;
		padding-block: 2px;
		padding-inline: 0 18px;
		border-bottom: 1px solid var(--row-line);
		text-align: start;
	}

	thead th {
		border-bottom-color: var(--hairline);
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
		vertical-align: bottom;
	}

	tbody th {
		font-weight: 600;
		white-space: nowrap;
	}

	.right {
		text-align: end;
	}

	.state {
		max-width: 120px;
	}

	.none {
		color: var(--quiet);
	}
</style>
