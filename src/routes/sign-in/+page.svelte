<!-- Where somebody says who they are. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import SmallPage from '$lib/ui/SmallPage.svelte';
	import SignInForm from '../SignInForm.svelte';
	import type { PageProps } from './$types';

	const { data }: PageProps = $props();
</script>

<SmallPage name="Sign in" href="/sign-in">
	<p>With the name and the password of your account here.</p>
	<SignInForm onsigned={() => void goto(data.to, { invalidateAll: true, replaceState: true })} />
	<p class="help">
		No account, or the password is forgotten? A supervisor makes a link for you that sets a new one.
	</p>
</SmallPage>
