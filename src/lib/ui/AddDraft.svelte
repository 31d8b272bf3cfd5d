<!-- Adds what is being written down around it, once all that it needs is there and no field near it is refused. -->
<script lang="ts">
	import { keysNamed } from '$lib/words/keys';
	import { t } from '$lib/words/labels/common';

	interface Props {
		/** Whether all that it needs has been typed. */
		ready: boolean;
		onadd: () => void;
		/** The thing to add, where that is not visible: “a missed payment”. */
		what?: string;
	}
	const { ready, onadd, what }: Props = $props();

	function add({ currentTarget }: MouseEvent & { currentTarget: HTMLElement }): void {
		const around = currentTarget.closest('[data-draft], [role="dialog"]');
		const refused = around?.querySelector<HTMLElement>('[aria-invalid="true"]');
		if (refused) refused.focus();
		else onadd();
	}
</script>

<button type="button" disabled={!ready} onclick={add}
	>{what ? t('Add {what}', { what }) : t('Add')}<kbd aria-hidden="true">{keysNamed('Enter')}</kbd
	></button
>

<style>
	kbd {
		margin-inline-start: 8px;
	}
</style>
