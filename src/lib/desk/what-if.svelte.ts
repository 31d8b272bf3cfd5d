/** A question about many cases, as a screen follows it: asked, looked at until it is answered, and its cases. */
import type { WhatIf } from '../document/what-if';
import type {
	WhatIfLine,
	WhatIfRun,
	WhatIfRunning,
	WhatIfTotals
} from '../document/what-if-answer';
import { ask, type Answer } from './requests';

interface Answered {
	readonly run: WhatIfRun;
	readonly totals: WhatIfTotals;
}

/** So often it is looked how far a question is, in milliseconds. */
const AGAIN = 500;

export class WhatIfDesk {
	runs = $state.raw<readonly WhatIfRun[]>([]);
	/** What is being computed of anybody's, for who sees all cases. */
	running = $state.raw<readonly WhatIfRunning[]>([]);
	/** The question that is looked at. */
	answered = $state.raw<Answered | null>(null);
	lines = $state.raw<readonly WhatIfLine[]>([]);
	failure = $state.raw<Answer<unknown> | null>(null);
	/** Whether more cases than the lines here are moved. */
	readonly hasMore = $derived((this.answered?.totals.moved ?? 0) > this.lines.length);
	/** Counts what was opened: an answer to what was left is dropped. */
	#opened = 0;

	async load(): Promise<void> {
		const answer = await ask<{ runs: WhatIfRun[]; running: WhatIfRunning[] }>(
			'GET',
			'/api/what-if'
		);
		if (answer.kind === 'done') {
			this.runs = answer.value.runs;
			this.running = answer.value.running;
		} else this.failure = answer;
	}

	/** Asks a question; its identifier, or null where it was refused. */
	async ask(change: WhatIf, of: string): Promise<string | null> {
		this.failure = null;
		const answer = await ask<{ id: string }>('POST', '/api/what-if', { change, of });
		if (answer.kind === 'done') return answer.value.id;
		this.failure = answer;
		return null;
	}

	/** Looks at a question until it is answered, is cancelled, or another one is looked at. */
	async open(id: string): Promise<void> {
		const opened = (this.#opened += 1);
		const isLeft = (): boolean => opened !== this.#opened;
		this.lines = [];
		this.failure = null;
		for (;;) {
			const answer = await ask<Answered>('GET', `/api/what-if/${id}`);
			if (isLeft()) return;
			if (answer.kind !== 'done') return void (this.failure = answer);
			this.answered = answer.value;
			const { state, isStuck } = answer.value.run;
			if (state !== 'running' || isStuck) break;
			await new Promise((resolve) => setTimeout(resolve, AGAIN));
			if (isLeft()) return;
		}
		await Promise.all([this.more(), this.load()]);
	}

	/** Asks for more of the cases that are moved. */
	async more(): Promise<void> {
		const { run } = this.answered ?? {};
		if (!run) return;
		const opened = this.#opened;
		const from = this.lines.length;
		const path = `/api/what-if/${run.id}/lines?from=${from}`;
		const answer = await ask<{ lines: WhatIfLine[] }>('GET', path);
		if (opened !== this.#opened || from !== this.lines.length) return;
		if (answer.kind === 'done') this.lines = [...this.lines, ...answer.value.lines];
		else this.failure = answer;
	}

	/** Reminds of each case that the change moves, or does so no more. */
	async remind(isOn: boolean): Promise<void> {
		const { run, totals } = this.answered ?? {};
		if (!run || !totals) return;
		this.failure = null;
		const answer = await ask<undefined>(
			isOn ? 'PUT' : 'DELETE',
			`/api/what-if/${run.id}/reminders`
		);
		if (answer.kind !== 'done') this.failure = answer;
		else if (this.answered?.run.id === run.id)
			this.answered = { run: { ...run, reminds: isOn }, totals };
	}

	/** Cancels the question that is looked at, or goes on with it. */
	async change(method: 'DELETE' | 'POST'): Promise<void> {
		const { run } = this.answered ?? {};
		if (!run) return;
		const answer = await ask<undefined>(method, `/api/what-if/${run.id}`);
		if (answer.kind === 'unreachable') this.failure = answer;
		await this.open(run.id);
	}

	/** Looks at nothing any more. */
	leave(): void {
		this.#opened += 1;
	}
}
