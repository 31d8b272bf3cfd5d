<!-- A name and a password; the server says what is wrong with them, and never which of the two. -->
<script lang="ts">
	import { signIn, whyNot } from '$lib/desk/requests';
	import type { Person } from '$lib/document/people';

	interface Props {
		/** Who it is, where that is known already. */
		name?: string;
		/** Whether it can be nobody else. */
		fixed?: boolean;
		onsigned: (person: Person) => void;
	}
	const { name: known = '', fixed = false, onsigned }: Props = $props();

	let typedName = $state<string | null>(null);
	const name = $derived(typedName ?? known);
	let password = $state('');
	let problem = $state<string | null>(null);
	let isAsking = $state(false);
	let passwordField = $state<HTMLInputElement>();

	/** Where typing begins; this is all that the page is for. */
	function focus(field: HTMLInputElement, isFirst: boolean): void {
		if (isFirst) field.focus();
	}

	async function submit(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		isAsking = true;
		problem = null;
		const answer = await signIn(name, password);
		isAsking = false;
		if (answer.kind === 'done') return onsigned(answer.value.person);
		problem = whyNot(answer);
		password = '';
		passwordField?.focus();
	}
</script>

<form onsubmit={submit}>
	<label>
		<span>Name</span>
		<input
			name="username"
			autocomplete="username"
			autocapitalize="none"
			spellcheck="false"
			required
			readonly={fixed}
			{@attach (field) => focus(field, known === '')}
			bind:value={() => name, (text) => (typedName = text)}
		/>
	</label>
	<label>
		<span>Password</span>
		<input
			type="password"
			name="password"
			autocomplete="current-password"
			required
			{@attach (field) => focus(field, known !== '')}
			aria-describedby="sign-in-problem"
			bind:this={passwordField}
			bind:value={password}
		/>
	</label>
	<p id="sign-in-problem" role="alert">{problem ?? ''}</p>
	<button type="submit" disabled={isAsking}>{isAsking ? 'Signing in …' : 'Sign in'}</button>
</form>

<style>
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

	input[readonly] {
		border-bottom-color: var(--hairline);
		background: none;
	}

	/* Its room is kept: the button stays where it is. */
	p {
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
