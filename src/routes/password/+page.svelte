<!-- Whoever is signed in changes their own password. -->
<script lang="ts">
	import { changePassword } from '$lib/desk/people-requests';
	import { whyNot } from '$lib/desk/requests';
	import { SHORTEST_PASSWORD } from '$lib/document/people';
	import SmallPage from '$lib/ui/SmallPage.svelte';
	import NewPassword from '../NewPassword.svelte';
	import { t } from '$lib/words/labels/accounts';

	let isSet = $state(false);

	async function set(next: string, present: string): Promise<string | null> {
		const answer = await changePassword(present, next);
		if (answer.kind !== 'done') return whyNot(answer);
		isSet = true;
		return null;
	}
</script>

<SmallPage
	name={t('Your password')}
	href="/password"
	heading={isSet ? t('Password changed') : t('Change password')}
>
	{#if isSet}
		<p role="status">{t('You are now signed out everywhere else')}</p>
		<p><a href="/">{t('Go to the casebook')}</a></p>
	{:else}
		<p>
			{t('At least {SHORTEST_PASSWORD} characters. Three or four …', { SHORTEST_PASSWORD })}
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
