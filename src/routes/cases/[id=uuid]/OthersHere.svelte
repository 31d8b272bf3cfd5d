<!-- The other people who have the case open. -->
<script lang="ts">
	import { listOf } from '$lib/messages/message';
	import { SCREEN } from '$lib/reading/writing';
	import { sayHere } from '$lib/desk/requests';
	import { t } from '$lib/words/labels/case';

	interface Props {
		caseId: string;
	}
	const { caseId }: Props = $props();

	/** So often it is said and asked, in milliseconds. */
	const EVERY = 8_000;

	let others = $state.raw<readonly string[]>([]);
	const names = $derived(listOf(SCREEN, others));

	async function say(id: string): Promise<void> {
		if (document.hidden) return;
		const answer = await sayHere(id, true);
		if (answer.kind === 'done' && id === caseId) others = answer.value.others;
	}

	$effect(() => {
		const id = caseId;
		void say(id);
		const again = setInterval(() => void say(id), EVERY);
		return () => {
			clearInterval(again);
			void sayHere(id, false);
		};
	});
</script>

<svelte:window onpagehide={() => void sayHere(caseId, false)} />
<p role="status" class="screen-only">
	{#if others.length > 0}{t('{names} have this case open', { names, count: others.length })}{/if}
</p>

<style>
	/* In the margin above the page: nothing moves when somebody comes. */
	p {
		position: absolute;
		top: 51px;
		inset-inline-end: 24px;
		margin: 0;
		color: var(--act);
		font-size: 13px;
		font-weight: 600;
	}
</style>
