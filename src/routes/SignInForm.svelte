<!-- A name and a password; the server says what is wrong with them, and never which of the two. -->
<script lang="ts">
	import { signIn } from '$lib/desk/people-requests';
	import { whyNot } from '$lib/desk/requests';
	import type { Person } from '$lib/document/people';
	import type { NextStep } from '$lib/document/second-factor';
	import SmallForm from '$lib/ui/SmallForm.svelte';
	import { t } from '$lib/words/labels/accounts';

	interface Props {
		/** The name of the person, where known. */
		name?: string;
		/** Whether it can be nobody else. */
		fixed?: boolean;
		/** What is said above the name and the password. */
		intro?: string;
		/** Whether typing begins here. */
		autofocus?: boolean;
		onsigned: (person: Person) => void;
	}
	const { name: known = '', fixed = false, intro, autofocus = true, onsigned }: Props = $props();

	let typedName = $state<string | null>(null);
	const name = $derived(typedName ?? known);
	let password = $state('');
	let problem = $state<string | null>(null);
	/** What else is needed, once the password was right. */
	let next = $state.raw<NextStep | null>(null);
	let passwordField = $state<HTMLInputElement>();

	/** Where typing begins; this is all that the page is for. */
	function focus(field: HTMLInputElement, isFirst: boolean): void {
		if (isFirst && autofocus) field.focus();
	}

	async function submit(): Promise<void> {
		problem = null;
		const answer = await signIn(name, password);
		if (answer.kind === 'done') {
			if ('person' in answer.value) return onsigned(answer.value.person);
			({ next } = answer.value);
			password = '';
			return;
		}
		problem = whyNot(answer);
		password = '';
		passwordField?.focus();
	}
</script>

{#if next}
	{#await import('./NextStepForm.svelte') then { default: NextStepForm }}
		{#if next}<NextStepForm {next} {onsigned} onback={() => (next = null)} />{/if}
	{/await}
{:else}
	{#if intro}<p>{intro}</p>{/if}
	<SmallForm submit={t('Sign in')} busy={t('Signing in …')} {problem} onsubmit={submit}>
		{#snippet children(problemId)}
			<label>
				<span>{t('Name')}</span>
				<input
					name="username"
					autocomplete="username"
					autocapitalize="none"
					spellcheck="false"
					required
					readonly={fixed}
					{@attach (field) => focus(field, known === '')}
					bind:value={() => name, (text) => (typedName = text)}
				/>
			</label>
			<label>
				<span>{t('Password')}</span>
				<input
					type="password"
					name="password"
					autocomplete="current-password"
					required
					{@attach (field) => focus(field, known !== '')}
					aria-describedby={problemId}
					bind:this={passwordField}
					bind:value={password}
				/>
			</label>
		{/snippet}
	</SmallForm>
{/if}
