<!-- Where a link leads that sets the password of an account: what it opens with is behind the “#”, which no server sees. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { setPassword, whyNot } from '$lib/desk/requests';
	import { SHORTEST_PASSWORD } from '$lib/document/people';
	import TopLine from '$lib/ui/TopLine.svelte';
	import SignInForm from '../SignInForm.svelte';

	let password = $state('');
	let again = $state('');
	let problem = $state<string | null>(null);
	let isAsking = $state(false);
	/** Whose password it was, once it is set. */
	let name = $state<string | null>(null);

	async function submit(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		if (password !== again) {
			problem = 'These are two different passwords; type the same one twice.';
			return;
		}
		isAsking = true;
		const answer = await setPassword(location.hash.slice(1), password);
		isAsking = false;
		if (answer.kind === 'done') name = answer.value.name;
		else problem = whyNot(answer);
	}
</script>

<svelte:head><title>Your password · Residuum</title></svelte:head>
<TopLine path={[{ name: 'Your password', href: '/welcome' }]} />
<main>
	{#if name === null}
		<h1>Your password</h1>
		<p>
			{SHORTEST_PASSWORD} characters at least. Three or four words that do not belong together are easy
			to remember.
		</p>
		<form onsubmit={submit}>
			<label>
				<span>New password</span>
				<input
					type="password"
					autocomplete="new-password"
					required
					aria-describedby="password-problem"
					bind:value={password}
				/>
			</label>
			<label>
				<span>The same again</span>
				<input type="password" autocomplete="new-password" required bind:value={again} />
			</label>
			<p id="password-problem" role="alert">{problem ?? ''}</p>
			<button type="submit" disabled={isAsking}>Set the password</button>
		</form>
	{:else}
		<h1>Welcome, {name}</h1>
		<p>The password is set, and the link is used up. Sign in with it.</p>
		<SignInForm {name} onsigned={() => void goto('/', { invalidateAll: true })} />
	{/if}
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

	main > p {
		margin: 0 0 20px;
	}

	form {
		display: grid;
		gap: 14px;
		width: min(340px, 100%);
	}

	label span {
		display: block;
		color: var(--quiet);
		font-size: 13px;
		font-weight: 600;
	}

	input {
		width: 100%;
		height: 34px;
		padding: 0 8px;
		border: 0;
		border-bottom: 1px solid var(--act);
		border-radius: 2px 2px 0 0;
		background: var(--sheet);
	}

	#password-problem {
		min-height: 2.8em;
		margin: 0;
	}

	button {
		justify-self: start;
		height: 34px;
		padding: 0 18px;
		border-radius: 3px;
		background: var(--act);
		color: var(--on-act);
		font-weight: 600;
	}
</style>
