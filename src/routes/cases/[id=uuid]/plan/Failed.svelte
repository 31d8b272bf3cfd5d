<!-- What is in the place of a piece of work that failed beside the page. -->
<script lang="ts">
	interface Props {
		onagain: () => void;
	}
	const { onagain }: Props = $props();
</script>

<p role="alert">
	This could not be worked out. <button type="button" onclick={onagain}>Try again</button>
</p>

<style>
	p {
		padding-left: 10px;
		border-left: 3px solid var(--ink);
	}

	button {
		margin-left: 8px;
		color: var(--act);
		font-weight: 600;
	}
</style>
