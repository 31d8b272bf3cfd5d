<!-- Whose a case is, and who sees it beside them. -->
<script lang="ts">
	import { may } from '$lib/document/capabilities';
	import { handOver, holdersOf, shareWith } from '$lib/desk/people-requests';
	import { whyNot } from '$lib/desk/requests';
	import type { Holders } from '$lib/document/people';
	import Choice from '$lib/ui/Choice.svelte';
	import Note from '$lib/ui/Note.svelte';
	import { onMount } from 'svelte';
	import { t } from '$lib/words/labels/casebook';

	interface Props {
		caseId: string;
		label: string;
		/** Whether it may be handed over, or only be shared. */
		handsOver: boolean;
		anchor: HTMLElement;
		onchanged: () => void;
		onclose: () => void;
	}
	const { caseId, label, handsOver, anchor, onchanged, onclose }: Props = $props();

	let holders = $state.raw<Holders | null>(null);
	let problem = $state<string | null>(null);

	onMount(() => void read());

	async function read(): Promise<void> {
		const answer = await holdersOf(caseId);
		if (answer.kind === 'done') holders = answer.value;
		else problem = whyNot(answer);
	}

	async function change(asked: ReturnType<typeof handOver>): Promise<void> {
		problem = null;
		const answer = await asked;
		await read();
		if (answer.kind === 'done') onchanged();
		else problem = whyNot(answer);
	}

	const NOBODY = '';
	const owners = $derived([
		...(holders?.owner ? [] : [{ value: NOBODY, words: t('unassigned') }]),
		...(holders?.people ?? [])
			.filter((person) => may(person, 'work') || person.id === holders?.owner)
			.map(({ id, name }) => ({ value: id, words: name }))
	]);
	const others = $derived((holders?.people ?? []).filter(({ id }) => id !== holders?.owner));

	function share(id: string, isShared: boolean): void {
		const without = (holders?.shared ?? []).filter((other) => other !== id);
		void change(shareWith(caseId, isShared ? [...without, id] : without));
	}
</script>

<Note title={label} {anchor} {onclose}>
	{#if holders}
		{@const { owner, shared, people } = holders}
		<p>
			<span class="name">{t('Counselor')}</span>
			{#if handsOver}
				<Choice
					label={t('Counselor')}
					value={owner ?? NOBODY}
					options={owners}
					onchange={(to) => void change(handOver(caseId, to))}
				/>
			{:else}
				{people.find(({ id }) => id === owner)?.name ?? t('unassigned')}
			{/if}
		</p>
		<fieldset>
			<legend>{t('Shared with')}</legend>
			{#each others as { id, name, role } (id)}
				<label>
					<input
						type="checkbox"
						checked={shared.includes(id)}
						disabled={role === 'supervisor'}
						onchange={({ currentTarget }) => share(id, currentTarget.checked)}
					/>
					{name}
					<span
						>{role === 'supervisor'
							? t('sees all cases')
							: role === 'reader'
								? t('can view')
								: ''}</span
					>
				</label>
			{:else}
				<p>{t('There are no other accounts yet')}</p>
			{/each}
		</fieldset>
	{:else if !problem}
		<p>{t('Loading …')}</p>
	{/if}
	{#if problem}<p role="alert">{problem}</p>{/if}
</Note>

<style>
	p {
		margin: 0 0 10px;
	}

	.name,
	legend {
		display: block;
		padding: 0;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	fieldset {
		overflow: auto;
		max-height: 300px;
		margin: 0;
		padding: 0;
		border: 0;
	}

	label {
		display: flex;
		gap: 8px;
		align-items: center;
		min-height: 28px;
	}

	label span {
		color: var(--quiet);
		font-size: 13px;
	}
</style>
