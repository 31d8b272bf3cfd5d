<!-- Where somebody says who they are. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import SmallPage from '$lib/ui/SmallPage.svelte';
	import SignInForm from '../SignInForm.svelte';
	import type { PageProps } from './$types';
	import { t } from '$lib/words/labels/accounts';

	const { data }: PageProps = $props();
</script>

<SmallPage name={t('Sign in')} href="/sign-in">
	<p>{t('Use the name and password of your account')}</p>
	<SignInForm onsigned={() => void goto(data.to, { invalidateAll: true, replaceState: true })} />
	<p class="help">
		{t('No account, or forgot the password? Ask …')}
	</p>
</SmallPage>
