<!-- Where somebody says who they are. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import TopLine from '$lib/ui/TopLine.svelte';
	import SignInForm from '../SignInForm.svelte';
	import type { PageProps } from './$types';

	const { data }: PageProps = $props();
</script>

<svelte:head><title>Sign in · Residuum</title></svelte:head>
<TopLine path={[{ name: 'Sign in', href: '/sign-in' }]} />
<main>
	<h1>Sign in</h1>
	<p>With the name and the password of your account here.</p>
	<SignInForm onsigned={() => void goto(data.to, { invalidateAll: true, replaceState: true })} />
	<p class="help">
		No account, or the password is forgotten? A supervisor makes a link for you that sets a new one.
	</p>
</main>

<style>
	main {
		max-width: 560px;
		padding: 60px 24px;
	}

	h1 {
		margin: 0 0 4px;
		font: 700 30px/1.3 var(--serif);
	}

	p {
		margin: 0 0 20px;
	}

	.help {
		margin: 28px 0 0;
		color: var(--quiet);
	}
</style>
