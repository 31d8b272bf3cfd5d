<!--
	The session ended while somebody was at work: the page stays as it is behind this, with all that was typed, and
	goes on when the same person has signed in again.
-->
<script lang="ts">
	import { whoAmI } from '$lib/desk/people-requests';
	import { onSignedInElsewhere } from '$lib/desk/other-windows';
	import { tellSignedInAgain } from '$lib/desk/session';
	import type { Person } from '$lib/document/people';
	import DirectoryDoor from './DirectoryDoor.svelte';
	import SignInForm from './SignInForm.svelte';
	import { t } from '$lib/words/labels/accounts';

	interface Props {
		person: Person;
		/** Whether people sign in at a directory, too. */
		hasDirectory: boolean;
		onsigned: () => void;
	}
	const { person, hasDirectory, onsigned }: Props = $props();

	let dialog = $state<HTMLDialogElement>();
	/** Whether it was somebody else who has signed in beside this page. */
	let isOther = $state(false);

	function goOn(): void {
		dialog?.close();
		onsigned();
		tellSignedInAgain();
	}

	/** Somebody has signed in in a window beside this one. */
	async function look(): Promise<void> {
		const answer = await whoAmI();
		if (answer.kind !== 'done') return;
		isOther = answer.value.person?.id !== person.id;
		if (!isOther) goOn();
	}
	$effect(() => dialog?.showModal());
	$effect(() => onSignedInElsewhere(() => void look()));
</script>

<dialog
	bind:this={dialog}
	aria-labelledby="again-title"
	oncancel={(event) => event.preventDefault()}
>
	<h2 id="again-title">{t('You are signed out')}</h2>
	<p>
		{t('The session timed out, or somebody ended …')}
	</p>
	{#if hasDirectory}
		<p><DirectoryDoor to="/signed-in" beside /></p>
		<p role="status">{isOther ? t('Somebody else is signed in now. Sign in …') : ''}</p>
	{/if}
	<SignInForm name={person.name} fixed autofocus={!hasDirectory} onsigned={goOn} />
	<!-- With a page of its own: what is on this one stays with whoever typed it. -->
	<a class="other" href="/sign-in" data-sveltekit-reload>{t('Sign in as somebody else')}</a>
</dialog>

<style>
	dialog {
		width: min(420px, calc(100vw - 32px));
		margin: auto;
		padding: 22px 26px 24px;
		border: 1px solid var(--hairline);
		border-top: 3px solid var(--act);
		border-radius: 3px;
		background: var(--ground);
		color: var(--ink);
	}

	dialog::backdrop {
		background: color-mix(in srgb, var(--ground) 70%, transparent);
	}

	h2 {
		margin: 0 0 6px;
		font: 700 20px/1.3 var(--serif);
	}

	p {
		margin: 0 0 16px;
	}

	.other {
		display: inline-block;
		margin-top: 14px;
		color: var(--act);
	}
</style>
