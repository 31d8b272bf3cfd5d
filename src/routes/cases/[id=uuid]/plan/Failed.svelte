<!-- Replaces the result of work that failed in a worker. -->
<script lang="ts">
	import { t } from '$lib/words/labels/plan';

	interface Props {
		onagain: () => void;
	}
	const { onagain }: Props = $props();
</script>

<p role="alert">
	{t('This could not be computed')}
	<button type="button" onclick={onagain}>{t('Try again')}</button>
</p>

<style>
	p {
		padding-inline-start: 10px;
		border-inline-start: 3px solid var(--ink);
	}

	button {
		margin-inline-start: 8px;
		color: var(--act);
		font-weight: 600;
	}
</style>
