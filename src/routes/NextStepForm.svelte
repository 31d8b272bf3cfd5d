<!-- What is needed beside a password: a code of an app, a passkey, or a recovery code. -->
<script lang="ts">
	import { signInWithCode, signInWithPasskey } from '$lib/desk/people-requests';
	import { whyNot, type Answer } from '$lib/desk/requests';
	import type { Person } from '$lib/document/people';
	import type { NextStep } from '$lib/document/second-factor';
	import SmallForm from '$lib/ui/SmallForm.svelte';
	import { t } from '$lib/words/labels/accounts';

	interface Props {
		next: NextStep;
		onsigned: (person: Person) => void;
		onback: () => void;
	}
	const { next, onsigned, onback }: Props = $props();

	let typed = $state('');
	let problem = $state<string | null>(null);
	let field = $state<HTMLInputElement>();
	const takesCodes = $derived(next.kinds.some((kind) => kind !== 'passkey'));
	$effect(() => field?.focus());

	function take(answer: Answer<{ person: Person }>): void {
		if (answer.kind === 'done') return onsigned(answer.value.person);
		problem = whyNot(answer);
		typed = '';
		field?.focus();
	}

	/** Six digits are of the app; everything else is meant as a recovery code. */
	async function submit(): Promise<void> {
		problem = null;
		const kind = /^[\d\s]{6,8}$/.test(typed.trim()) ? 'code' : 'recovery';
		take(await signInWithCode(next.step, kind, typed));
	}

	async function withPasskey(): Promise<void> {
		problem = null;
		try {
			take(await signInWithPasskey(next.step));
		} catch {
			// Somebody turned back, or there is none in reach.
			problem = t('No passkey was used. Try again, or use a code.');
		}
	}
</script>

<p>{t('One more step after the password')}</p>
{#if next.kinds.includes('passkey')}
	<p>
		<button type="button" class="filled" onclick={withPasskey}>{t('Use a passkey')}</button>
	</p>
{/if}
{#if takesCodes}
	<SmallForm submit={t('Sign in')} busy={t('Signing in …')} {problem} onsubmit={submit}>
		{#snippet children(problemId)}
			<label>
				<span>
					{next.kinds.includes('code')
						? t('Code from your app, or a recovery code')
						: t('Recovery code')}
				</span>
				<input
					autocomplete="one-time-code"
					autocapitalize="none"
					spellcheck="false"
					required
					maxlength="60"
					aria-describedby={problemId}
					bind:this={field}
					bind:value={typed}
				/>
			</label>
		{/snippet}
	</SmallForm>
{:else}
	<p role="alert">{problem ?? ''}</p>
{/if}
<p class="help"><button type="button" class="back" onclick={onback}>{t('Start again')}</button></p>

<style>
	.back {
		color: var(--act);
	}
</style>
