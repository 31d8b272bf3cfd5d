<!-- The person signed in, with the actions that are not about a case. -->
<script lang="ts">
	import { signOut } from '$lib/desk/people-requests';
	import { finishWork } from '$lib/desk/session';
	import { may } from '$lib/document/capabilities';
	import type { Person } from '$lib/document/people';
	import Note from '$lib/ui/Note.svelte';
	import UserRound from '@lucide/svelte/icons/user-round';
	import { t } from '$lib/words/labels/accounts';

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
			problem = t('The server is not responding. You are …');
			return;
		}
		// Whoever comes next to this browser finds nothing of it.
		sessionStorage.clear();
		location.assign(answer.value?.to ?? '/sign-in');
	}
</script>

<button
	type="button"
	aria-label={t('{name}, signed in', { name: person.name })}
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
			{#if may(person, 'people')}<li><a href="/people">{t('People')}</a></li>{/if}
			{#if may(person, 'trail')}<li><a href="/audit-trail">{t('Audit trail')}</a></li>{/if}
			{#if may(person, 'programs')}
				<li><a href="/programs">{t('Other programs')}</a></li>
			{/if}
			<li><a href="/password">{t('Change password')}</a></li>
			<li><a href="/second-factor">{t('Second factor')}</a></li>
			<li><button type="button" onclick={leave}>{t('Sign out')}</button></li>
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
