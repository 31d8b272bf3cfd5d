<!-- Where somebody says who they are. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { SCREEN } from '$lib/reading/writing';
	import SmallPage from '$lib/ui/SmallPage.svelte';
	import { directoryRefusalInWords } from '$lib/words/people';
	import DirectoryDoor from '../DirectoryDoor.svelte';
	import SignInForm from '../SignInForm.svelte';
	import type { PageProps } from './$types';
	import { t } from '$lib/words/labels/accounts';

	const { data }: PageProps = $props();
	const enter = () => void goto(data.to, { invalidateAll: true, replaceState: true });
</script>

<SmallPage name={t('Sign in')} href="/sign-in">
	{#if data.hasDirectory}
		{#if data.refusal}
			<p role="alert">{directoryRefusalInWords(data.refusal, SCREEN)}</p>
		{/if}
		<p>{t('Use the account that you have at your agency')}</p>
		<DirectoryDoor to={data.to} />
		<details open={data.takesPasswords}>
			<summary>
				{data.takesPasswords ? t('With a password') : t('In an emergency, with a password')}
			</summary>
			<SignInForm autofocus={false} onsigned={enter} />
		</details>
	{:else}
		<SignInForm intro={t('Use the name and password of your account')} onsigned={enter} />
	{/if}
	<p class="help">
		{data.hasDirectory
			? t('Not let in by the directory? Ask …')
			: t('No account, or forgot the password? Ask …')}
	</p>
</SmallPage>

<style>
	details {
		margin-top: 34px;
	}

	summary {
		margin-bottom: 14px;
		color: var(--quiet);
		cursor: pointer;
	}

	[role='alert'] {
		padding-inline-start: 12px;
		border-inline-start: 3px solid var(--interest);
	}
</style>
