<!-- Who is signed in, and what that one can do that is not about a case. -->
<script lang="ts">
	import { signOut } from '$lib/desk/requests';
	import { finishWork } from '$lib/desk/session';
	import type { Person } from '$lib/document/people';
	import Note from '$lib/ui/Note.svelte';
	import UserRound from '@lucide/svelte/icons/user-round';

	interface Props {
		person: Person;
	}
	const { person }: Props = $props();

	let button = $state<HTMLElement>();
	let isOpen = $state(false);
	let problem = $state<string | null>(null);

	async function leave(): Promise<void> {
		await finishWork();
		const answer = await signOut();
		if (answer.kind !== 'done') {
			problem = 'The server doesn’t answer; you are still signed in.';
			return;
		}
		// Whoever comes next to this browser finds nothing of it.
		sessionStorage.clear();
		location.assign('/sign-in');
	}
</script>

<button
	type="button"
	aria-label="{person.name}, signed in"
	title="{person.name}, {person.role}"
	aria-expanded={isOpen}
	bind:this={button}
	onclick={() => (isOpen = !isOpen)}
>
	<UserRound size={17} aria-hidden="true" />
</button>
{#if isOpen && button}
	<Note
		title={person.name}
		anchor={button}
		onclose={() => {
			isOpen = false;
			button?.focus();
		}}
	>
		<p>{person.role}</p>
		<ul>
			{#if person.role === 'supervisor'}
				<li><a href="/people">People</a></li>
				<li><a href="/trail">Trail</a></li>
			{/if}
			<li><a href="/password">Another password</a></li>
			<li><button type="button" onclick={leave}>Sign out</button></li>
		</ul>
		{#if problem}<p role="alert">{problem}</p>{/if}
	</Note>
{/if}

<style>
	button {
		display: grid;
		color: var(--act);
		place-items: center;
	}

	p {
		margin: 0 0 8px;
		color: var(--quiet);
	}

	ul {
		display: grid;
		gap: 8px;
	}

	li a {
		color: var(--act);
	}
</style>
