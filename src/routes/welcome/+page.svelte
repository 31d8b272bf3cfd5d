<!-- Where a link leads that sets the password of an account: what it opens with is behind the “#”, which no server sees. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { setPassword } from '$lib/desk/people-requests';
	import { whyNot } from '$lib/desk/requests';
	import { SHORTEST_PASSWORD } from '$lib/document/people';
	import SmallPage from '$lib/ui/SmallPage.svelte';
	import NewPassword from '../NewPassword.svelte';
	import SignInForm from '../SignInForm.svelte';
	import { t } from '$lib/words/labels/accounts';

	/** Whose password it was, once it is set. */
	let name = $state<string | null>(null);

	async function set(password: string): Promise<string | null> {
		const answer = await setPassword(location.hash.slice(1), password);
		if (answer.kind !== 'done') return whyNot(answer);
		({ name } = answer.value);
		return null;
	}
</script>

<SmallPage
	name={t('Your password')}
	href="/welcome"
	heading={name === null ? t('Your password') : t('Welcome, {name}', { name })}
>
	{#if name === null}
		<p>
			{t('At least {SHORTEST_PASSWORD} characters. Three or four …', { SHORTEST_PASSWORD })}
		</p>
		<NewPassword asksPresent={false} onset={set} />
	{:else}
		<p>{t('The password is set. Sign in with it')}</p>
		<SignInForm {name} onsigned={() => void goto('/', { invalidateAll: true })} />
	{/if}
</SmallPage>
