<!-- Deleted cases: brought back, or deleted for good. -->
<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import { forgetCase, restoreCase, whyNot, type Answer } from '$lib/desk/requests';
	import type { BinnedCase } from '$lib/document/case';
	import { SCREEN } from '$lib/reading/writing';
	import { writeDate } from '$lib/reading/written';
	import Answered from '$lib/ui/Answer.svelte';
	import Notice from '$lib/ui/Notice.svelte';
	import QuietTable from '$lib/ui/QuietTable.svelte';
	import TopLine from '$lib/ui/TopLine.svelte';
	import { binSentence } from '$lib/words/bin';
	import { touchedInWords } from '$lib/words/casebook';
	import type { PageProps } from './$types';

	const { data }: PageProps = $props();

	/** Who may delete for good: a supervisor, or whoever has the machine. */
	const mayForget = $derived(data.person === null || data.person.role === 'supervisor');
	/** The case of which it is asked whether it shall be gone. */
	let asked = $state<string | null>(null);
	let notice = $state<string | null>(null);

	async function carryOut(request: Promise<Answer<undefined>>, done: string): Promise<void> {
		const answer = await request;
		asked = null;
		notice = answer.kind === 'done' ? done : whyNot(answer);
		await invalidateAll();
	}

	const bringBack = ({ id, label }: BinnedCase) =>
		void carryOut(restoreCase(id), `“${label}” is in the casebook again.`);
	const forget = ({ id, label }: BinnedCase) =>
		void carryOut(forgetCase(id), `“${label}” is deleted for good.`);
</script>

<svelte:head><title>Bin · Residuum</title></svelte:head>
<TopLine
	path={[
		{ name: 'Casebook', href: '/' },
		{ name: 'Bin', href: '/bin' }
	]}
/>
<main>
	<h1 class="unseen">Bin</h1>
	<Answered sentence={binSentence(data.cases.length, data.days, SCREEN)} />
	{#if data.cases.length > 0}
		<QuietTable row={42}>
			<thead>
				<tr>
					<th scope="col">Client</th><th scope="col">Deleted</th><th scope="col">Stays until</th>
					<th scope="col"><span class="unseen">What can be done</span></th>
				</tr>
			</thead>
			<tbody>
				{#each data.cases as line (line.id)}
					{@const { id, label, deletedAt, goneAt } = line}
					<tr>
						<th scope="row" title={label}>{label}</th>
						<td>{touchedInWords(deletedAt, data.today, SCREEN)}</td>
						<td>{writeDate(goneAt.slice(0, 10) as CalendarDate, SCREEN)}</td>
						<td class="acts">
							{#if asked === id}
								<span>It can’t be brought back then.</span>
								<button
									type="button"
									class="sure"
									aria-label="Yes, delete for good {label}"
									onclick={() => forget(line)}>Yes, delete for good</button
								>
								<button type="button" onclick={() => (asked = null)}>Keep it</button>
							{:else}
								<button
									type="button"
									aria-label="Bring back {label}"
									onclick={() => bringBack(line)}>Bring back</button
								>
								{#if mayForget}
									<button
										type="button"
										aria-label="Delete for good … {label}"
										onclick={() => (asked = id)}>Delete for good …</button
									>
								{/if}
							{/if}
						</td>
					</tr>
				{/each}
			</tbody>
		</QuietTable>
	{/if}
</main>
{#if notice}<Notice text={notice} onclose={() => (notice = null)} />{/if}

<style>
	main {
		display: grid;
		gap: 18px;
		max-width: 1000px;
		padding: 26px 24px 90px;
	}

	.acts {
		min-width: 400px;
		color: var(--quiet);
	}

	.acts .sure {
		margin-left: 8px;
	}
</style>
