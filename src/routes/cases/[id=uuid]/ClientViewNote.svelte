<!-- Before the screen is turned to the client: a code of four digits that turns it back. -->
<script lang="ts">
	import { keepClientView } from '$lib/desk/client-view';
	import { beginClientView, whyNot } from '$lib/desk/requests';
	import { finishWork } from '$lib/desk/session';
	import type { CaseDocument } from '$lib/document/case';
	import type { PlanEntry } from '$lib/document/plan';
	import { clientPlans } from '$lib/handout/client-view';
	import type { CalendarDate } from '$lib/core/quantities/calendar';
	import Note from '$lib/ui/Note.svelte';
	import SmallForm from '$lib/ui/SmallForm.svelte';
	import { t } from '$lib/words/labels/client-view';

	interface Props {
		caseId: string;
		document: CaseDocument;
		/** The plans of the screen that is turned. */
		plans: readonly PlanEntry[];
		today: CalendarDate;
		/** Whether somebody is signed in, whose password turns it back, too. */
		hasPassword: boolean;
		anchor: HTMLElement;
		onclose: () => void;
	}
	const { caseId, document, plans, today, hasPassword, anchor, onclose }: Props = $props();

	const shown = $derived(clientPlans(document, plans));
	let code = $state('');
	let problem = $state<string | null>(null);
	let field = $state<HTMLInputElement>();

	async function submit(): Promise<void> {
		const isCode = /^\d{4}$/.test(code);
		if (!isCode && !(hasPassword && code === '')) {
			problem = t('The code has four digits, like 4071.');
			field?.focus();
			return;
		}
		problem = null;
		await finishWork();
		const answer = await beginClientView(caseId, isCode ? code : null);
		if (answer.kind !== 'done') {
			problem = whyNot(answer);
			return;
		}
		const { pathname, search } = location;
		keepClientView({ today, back: pathname + search, hasCode: isCode, plans: shown });
		// Another page altogether: nothing of the desk is left in this one.
		location.replace('/client-view');
	}
</script>

<Note title={t('Turn the screen to the client')} {anchor} {onclose}>
	{#if shown.length === 0}
		<p>{t('No plan here can be carried out …')}</p>
	{:else}
		<p>
			{t('The client sees {names} and nothing …', {
				count: shown.length,
				name: shown[0]?.name ?? ''
			})}
		</p>
		<SmallForm submit={t('Turn the screen')} busy={t('Turning …')} {problem} onsubmit={submit}>
			{#snippet children(problemId)}
				<label data-first>
					<span>{t('Code for coming back', { hasPassword: hasPassword ? 'yes' : 'no' })}</span>
					<input
						inputmode="numeric"
						maxlength="4"
						autocomplete="off"
						aria-describedby={problemId}
						bind:this={field}
						bind:value={code}
					/>
				</label>
			{/snippet}
		</SmallForm>
	{/if}
</Note>
