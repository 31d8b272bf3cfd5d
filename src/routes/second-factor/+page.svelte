<!-- What somebody proves who they are with beside their password: an app, passkeys, and recovery codes for when both are lost. -->
<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { addPasskey, changeOwnFactor } from '$lib/desk/people-requests';
	import { whyNot, type Answer } from '$lib/desk/requests';
	import { LONGEST_PASSKEY_NAME, type NewApp } from '$lib/document/second-factor';
	import { SCREEN } from '$lib/reading/writing';
	import SmallForm from '$lib/ui/SmallForm.svelte';
	import SmallPage from '$lib/ui/SmallPage.svelte';
	import { touchedInWords } from '$lib/words/casebook';
	import { factorsSentence } from '$lib/words/people';
	import Phrases from '$lib/ui/Phrases.svelte';
	import { t } from '$lib/words/labels/accounts';
	import type { PageProps } from './$types';

	const { data }: PageProps = $props();
	const factors = $derived(data.factors);

	/** What is about to be done, for which the password is asked. */
	type Doing =
		| { readonly what: 'begin app' | 'new codes' | 'remove app' | 'add passkey' }
		| { readonly what: 'remove passkey'; readonly passkey: string };
	let doing = $state.raw<Doing | null>(null);
	let password = $state('');
	let name = $state('');
	let app = $state.raw<NewApp | null>(null);
	let code = $state('');
	/** Shown once. */
	let codes = $state.raw<readonly string[]>([]);
	let problem = $state<string | null>(null);

	function begin(next: Doing): void {
		doing = next;
		app = null;
		codes = [];
		problem = null;
		password = '';
	}

	async function carryOut(): Promise<void> {
		problem = null;
		try {
			if (doing) await take(await asked(doing));
		} catch {
			// Somebody turned back, or the browser can't make one.
			problem = t('No passkey was made. Try again.');
		}
		password = '';
	}

	type Made = NewApp | { readonly codes: readonly string[] } | undefined;
	function asked(what: Doing): Promise<Answer<Made>> {
		if (what.what === 'add passkey') return addPasskey(name.trim(), password);
		return what.what === 'remove passkey'
			? changeOwnFactor({ ...what, password })
			: changeOwnFactor({ what: what.what, password });
	}

	async function take(answer: Answer<Made>): Promise<void> {
		if (answer.kind !== 'done') {
			problem = whyNot(answer);
			return;
		}
		const made = answer.value;
		await invalidateAll();
		doing = null;
		name = '';
		if (made && 'secret' in made) app = made;
		else codes = made?.codes ?? [];
	}

	async function confirm(): Promise<void> {
		problem = null;
		const answer = await changeOwnFactor<Made>({ what: 'confirm app', code });
		code = '';
		await take(answer);
		if (answer.kind === 'done') app = null;
	}

	const picture = $derived(app ? `data:image/svg+xml;utf8,${encodeURIComponent(app.picture)}` : '');
</script>

<SmallPage name={t('Second factor')} href="/second-factor">
	<p><Phrases sentence={factorsSentence(factors, SCREEN)} /></p>
	{#if data.mustEnroll}<p role="status">{t('Your role needs one. Set up an app or …')}</p>{/if}
	{#if !data.hasPassword}
		<p>{t('You sign in with your agency account, …')}</p>
	{:else if codes.length > 0}
		<section aria-labelledby="codes">
			<h2 id="codes">{t('Your recovery codes')}</h2>
			<p>{t('Print them or write them down now: they …')}</p>
			<ul class="codes">
				{#each codes as one (one)}<li><code>{one}</code></li>{/each}
			</ul>
			<button type="button" class="filled" onclick={() => (codes = [])}>
				{t('I have kept them')}
			</button>
		</section>
	{:else if app}
		<section aria-labelledby="app">
			<h2 id="app">{t('Set up an app')}</h2>
			<p>{t('Photograph this with an authenticator app, …')}</p>
			<img src={picture} alt={t('The secret as a QR code')} width="200" height="200" />
			<p class="secret"><code>{app.secret.match(/.{1,4}/g)?.join(' ')}</code></p>
			<SmallForm submit={t('Confirm')} busy={t('Confirming …')} {problem} onsubmit={confirm}>
				{#snippet children(problemId)}
					<label>
						<span>{t('Code from your app')}</span>
						<input
							autocomplete="one-time-code"
							inputmode="numeric"
							required
							maxlength="8"
							aria-describedby={problemId}
							bind:value={code}
						/>
					</label>
				{/snippet}
			</SmallForm>
		</section>
	{:else if doing}
		<SmallForm submit={t('Continue')} busy={t('Continuing …')} {problem} onsubmit={carryOut}>
			{#snippet children(problemId)}
				{#if doing?.what === 'add passkey'}
					<label>
						<span>{t('Name of the passkey')}</span>
						<input required maxlength={LONGEST_PASSKEY_NAME} autocomplete="off" bind:value={name} />
					</label>
				{/if}
				<label>
					<span>{t('Current password')}</span>
					<input
						type="password"
						autocomplete="current-password"
						required
						aria-describedby={problemId}
						bind:value={password}
					/>
				</label>
			{/snippet}
		</SmallForm>
		<p class="help">
			<button type="button" class="act" onclick={() => (doing = null)}>{t('Cancel')}</button>
		</p>
	{:else}
		<ul class="ways">
			<li>
				<strong>{t('Authenticator app')}</strong>
				{#if factors.hasApp}
					<button type="button" class="act" onclick={() => begin({ what: 'remove app' })}>
						{t('Remove')}
					</button>
				{:else}
					<button type="button" class="act" onclick={() => begin({ what: 'begin app' })}>
						{t('Set up an app')}
					</button>
				{/if}
			</li>
			{#each factors.passkeys as passkey (passkey.id)}
				<li>
					<strong>{t('Passkey “{name}”', { name: passkey.name })}</strong>
					<span class="quiet">
						{passkey.usedAt === null
							? t('never used')
							: t('last used {usedAt}', {
									usedAt: touchedInWords(passkey.usedAt, data.today, SCREEN)
								})}
					</span>
					<button
						type="button"
						class="act"
						aria-label={t('Remove passkey {name}', { name: passkey.name })}
						onclick={() => begin({ what: 'remove passkey', passkey: passkey.id })}
					>
						{t('Remove')}
					</button>
				</li>
			{/each}
			<li>
				<strong>{t('Passkeys')}</strong>
				<button type="button" class="act" onclick={() => begin({ what: 'add passkey' })}>
					{t('Add a passkey')}
				</button>
			</li>
			{#if factors.hasApp || factors.passkeys.length > 0}
				<li>
					<strong>{t('Recovery codes')}</strong>
					<span class="quiet">{t('{count} left', { count: factors.recoveryCodes })}</span>
					<button type="button" class="act" onclick={() => begin({ what: 'new codes' })}>
						{t('Make new ones')}
					</button>
				</li>
			{/if}
		</ul>
		<p class="help">{t('Lost everything? Ask two people who …')}</p>
	{/if}
</SmallPage>

<style>
	ul {
		margin: 0;
		padding: 0;
		list-style: none;
	}

	.ways li {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 16px;
		align-items: baseline;
		padding: 9px 0;
		border-bottom: 1px solid var(--row-line);
	}

	.ways .act {
		margin-inline-start: auto;
	}

	.act {
		color: var(--act);
		font-weight: 600;
	}

	.quiet {
		color: var(--quiet);
	}

	section {
		display: grid;
		gap: 14px;
		justify-items: start;
	}

	h2,
	section p {
		margin: 0;
	}

	h2 {
		font-size: 20px;
	}

	img {
		/* Cameras read dark on light, whatever the page is in. */
		background: white;
	}

	.codes {
		white-space: nowrap;
	}

	code {
		font-family: ui-monospace, monospace;
		font-size: 16px;
		line-height: 1.8;
		user-select: all;
	}

	.secret {
		overflow-wrap: anywhere;
	}
</style>
