<!-- The way to sign in at the agency’s directory. -->
<script lang="ts">
	import { t } from '$lib/words/labels/accounts';
	import LogIn from '@lucide/svelte/icons/log-in';

	interface Props {
		/** The place within to come back to. */
		to: string;
		/** Whether this page stays, and somebody signs in beside it. */
		beside?: boolean;
	}
	const { to, beside = false }: Props = $props();
</script>

<a
	class="filled"
	href="/sign-in/directory?to={encodeURIComponent(to)}"
	target={beside ? '_blank' : undefined}
	data-sveltekit-reload
>
	<LogIn size={17} aria-hidden="true" />
	{t('Sign in with your agency’s account')}
</a>

<style>
	a {
		display: inline-flex;
		gap: 10px;
		align-items: center;
		min-height: 38px;
		padding: 0 18px;
		border-radius: 3px;
		background: var(--act);
		color: var(--ground);
		font-weight: 600;
		text-decoration: none;
	}
</style>
