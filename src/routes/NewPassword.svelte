<!-- A new password, typed twice. -->
<script lang="ts">
	import SmallForm from '$lib/ui/SmallForm.svelte';
	import { t } from '$lib/words/labels/accounts';

	interface Props {
		/** Whether the present one is asked for. */
		asksPresent: boolean;
		/** Sets it; why it could not be set. */
		onset: (next: string, present: string) => Promise<string | null>;
	}
	const { asksPresent, onset }: Props = $props();

	let present = $state('');
	let next = $state('');
	let again = $state('');
	let problem = $state<string | null>(null);

	async function submit(): Promise<void> {
		problem =
			next === again ? await onset(next, present) : t('The passwords do not match. Type the …');
	}
</script>

<SmallForm
	submit={t('Set the password')}
	busy={t('Setting the password …')}
	{problem}
	onsubmit={submit}
>
	{#snippet children(problemId)}
		{#if asksPresent}
			<label>
				<span>{t('Current password')}</span>
				<input type="password" autocomplete="current-password" required bind:value={present} />
			</label>
		{/if}
		<label>
			<span>{t('New password')}</span>
			<input
				type="password"
				autocomplete="new-password"
				required
				aria-describedby={problemId}
				bind:value={next}
			/>
		</label>
		<label>
			<span>{t('Confirm new password')}</span>
			<input type="password" autocomplete="new-password" required bind:value={again} />
		</label>
	{/snippet}
</SmallForm>
