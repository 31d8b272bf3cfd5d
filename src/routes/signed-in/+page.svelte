<!-- Where somebody ends who signed in again at the directory, in a window beside their work. -->
<script lang="ts">
	import { tellOtherWindows } from '$lib/desk/other-windows';
	import SmallPage from '$lib/ui/SmallPage.svelte';
	import { onMount } from 'svelte';
	import { t } from '$lib/words/labels/accounts';

	onMount(tellOtherWindows);
</script>

<SmallPage name={t('You are signed in')} href="/signed-in">
	<p>{t('Close this window and continue where …')}</p>
	<p><a href="/">{t('Go to the casebook')}</a></p>
</SmallPage>

<style>
	a {
		color: var(--act);
	}
</style>
