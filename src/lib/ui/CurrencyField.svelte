<!-- The currency of some terms, by its code. -->
<script lang="ts">
	import { readCurrency } from '../reading/currencies';
	import { accepted } from '../reading/reading';
	import { SCREEN } from '../reading/writing';
	import TypedField from './TypedField.svelte';

	interface Props {
		label: string;
		code: string;
		onchange: (code: string) => void;
	}
	const { label, code, onchange }: Props = $props();
</script>

<TypedField
	{label}
	value={code}
	read={(typed) => {
		const reading = readCurrency(typed, SCREEN);
		return reading.ok ? accepted(reading.value.code) : reading;
	}}
	write={(of) => of}
	onchange={(of) => of !== null && onchange(of)}
/>
