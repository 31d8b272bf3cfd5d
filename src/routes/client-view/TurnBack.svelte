<!-- What turns a screen back to the desk: its code, or the password of whoever is signed in. -->
<script lang="ts">
	import { endClientView, whyNot } from '$lib/desk/requests';
	import Note from '$lib/ui/Note.svelte';
	import SmallForm from '$lib/ui/SmallForm.svelte';
	import { t } from '$lib/words/labels/client-view';

	interface Props {
		anchor: HTMLElement;
		hasCode: boolean;
		onback: () => void;
		onclose: () => void;
	}
	const { anchor, hasCode, onback, onclose }: Props = $props();

	let typed = $state('');
	let problem = $state<string | null>(null);
	let field = $state<HTMLInputElement>();

	async function submit(): Promise<void> {
		problem = null;
		const answer = await endClientView(typed);
		if (answer.kind === 'done') return onback();
		problem = whyNot(answer);
		typed = '';
		field?.focus();
	}
</script>

<Note title={t('Back to the desk')} {anchor} {onclose}>
	<SmallForm submit={t('Go back')} busy={t('Going back …')} {problem} onsubmit={submit}>
		{#snippet children(problemId)}
			<label data-first>
				<span>{t('Code or password', { hasCode: hasCode ? 'yes' : 'no' })}</span>
				<input
					type="password"
					inputmode={hasCode ? 'numeric' : 'text'}
					autocomplete="off"
					required
					aria-describedby={problemId}
					bind:this={field}
					bind:value={typed}
				/>
			</label>
		{/snippet}
	</SmallForm>
</Note>
