<!-- Whoever is signed in changes their own password. -->
<script lang="ts">
	import { changePassword, whyNot } from '$lib/desk/requests';
	import { SHORTEST_PASSWORD } from '$lib/document/people';
	import SmallPage from '$lib/ui/SmallPage.svelte';
	import NewPassword from '../NewPassword.svelte';

	let isSet = $state(false);

	async function set(next: string, present: string): Promise<string | null> {
		const answer = await changePassword(present, next);
		if (answer.kind !== 'done') return whyNot(answer);
		isSet = true;
		return null;
	}
</script>

<SmallPage
	name="Your password"
	href="/password"
	heading={isSet ? 'The password is changed' : 'Another password'}
>
	{#if isSet}
		<p role="status">Wherever else you were signed in, you are so no longer.</p>
		<p><a href="/">To the casebook</a></p>
	{:else}
		<p>
			{SHORTEST_PASSWORD} characters at least. Three or four words that do not belong together are easy
			to remember.
		</p>
		<NewPassword asksPresent onset={set} />
	{/if}
</SmallPage>

<style>
	a {
		color: var(--act);
		font-weight: 600;
	}
</style>
