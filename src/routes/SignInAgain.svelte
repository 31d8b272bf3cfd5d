<!--
	The session ended while somebody was at work: the page stays as it is behind this, with all that was typed, and
	goes on when the same person has signed in again.
-->
<script lang="ts">
	import { tellSignedInAgain } from '$lib/desk/session';
	import type { Person } from '$lib/document/people';
	import SignInForm from './SignInForm.svelte';

	interface Props {
		person: Person;
		onsigned: () => void;
	}
	const { person, onsigned }: Props = $props();

	let dialog = $state<HTMLDialogElement>();
	$effect(() => dialog?.showModal());
</script>

<dialog
	bind:this={dialog}
	aria-labelledby="again-title"
	oncancel={(event) => event.preventDefault()}
>
	<h2 id="again-title">You were signed out</h2>
	<p>
		Nothing was done here for a while, or somebody ended the session. All that you typed is still
		here, and is saved as soon as you sign in.
	</p>
	<SignInForm
		name={person.name}
		fixed
		onsigned={() => {
			dialog?.close();
			onsigned();
			tellSignedInAgain();
		}}
	/>
	<!-- With a page of its own: what is on this one stays with whoever typed it. -->
	<a class="other" href="/sign-in" data-sveltekit-reload>Somebody else signs in</a>
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
