<!-- Every version of a subject's rows, asked for when it is unfolded. -->
<script lang="ts">
	import { askReferenceHistory, whyNot } from '$lib/desk/requests';
	import type { ReferenceRow } from '$lib/document/reference';
	import type { Locale } from '$lib/messages/message';
	import { historyInWords } from '$lib/words/usual-terms';
	import { t } from '$lib/words/labels/reference';

	interface Props {
		subject: string;
		/** Another one is asked for anew. */
		version: number;
		writing: Locale;
	}
	const { subject, version, writing }: Props = $props();

	let isOpen = $state(false);
	let rows = $state.raw<readonly ReferenceRow[] | null>(null);
	let problem = $state<string | null>(null);

	$effect(() => {
		if (!isOpen || version < 0) return;
		const asked = subject;
		void askReferenceHistory('creditor', asked).then((answer) => {
			if (asked !== subject) return;
			if (answer.kind === 'done') ({ rows } = answer.value);
			else problem = whyNot(answer);
		});
	});
</script>

<details bind:open={isOpen}>
	<summary>{t('History')}</summary>
	{#if problem}<p role="alert">{problem}</p>{/if}
	<ul>
		{#each rows ?? [] as row (`${row.term} ${row.holdsFrom} ${row.version}`)}
			{@const said = historyInWords(row, writing)}
			<li>{said.what} <span>{said.written}</span></li>
		{/each}
	</ul>
</details>

<style>
	details {
		padding: 10px 0;
		border-top: 1px solid var(--row-line);
		font-size: 14px;
	}

	summary {
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
		cursor: pointer;
	}

	ul {
		margin-top: 6px;
	}

	span {
		margin-inline-start: 8px;
		color: var(--quiet);
	}
</style>
