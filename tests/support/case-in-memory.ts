/** A case with its revisions in memory, as the server keeps it, on plain data. */
import type { Answered, Held } from '../../src/lib/desk/save-queue';

export type Doc = Readonly<Record<string, number>>;
export type Answer = Answered<Doc, string>;

/** Values from here on are not allowed. */
export const NOT_ALLOWED = 1_000_000;

/** What the real server does with revisions, keys and steps, on plain data. */
export class Case {
	#revisions: { document: Doc; what: string; parent: number | null; standing: number }[] = [];
	#keys = new Set<string>();

	constructor(document: Doc) {
		this.#revisions.push({ document, what: 'new', parent: null, standing: 0 });
	}

	get held(): Held<Doc> {
		const at = this.#revisions.length - 1;
		const now = this.#revisions[at];
		if (!now) throw new Error('a case has a revision');
		const standing = this.#revisions[now.standing];
		const redo = this.#undone();
		return {
			revision: at,
			document: now.document,
			undo: standing?.parent === null ? null : (standing?.what ?? null),
			redo: redo === null ? null : (this.#revisions[redo]?.what ?? null)
		};
	}

	#undone(): number | null {
		const { standing } = this.#revisions.at(-1) ?? { standing: 0 };
		const made = this.#revisions.findLastIndex(
			({ parent, standing: own }, at) => parent === standing && own === at
		);
		return made < 0 ? null : made;
	}

	save(basedOn: number, document: Doc, what: string, key: string | null): Answer {
		if (key !== null && this.#keys.has(key)) return { kind: 'done', state: this.held };
		if (basedOn !== this.held.revision) return { kind: 'stale', state: this.held, authors: [] };
		if (Object.values(document).some((value) => value >= NOT_ALLOWED)) {
			return { kind: 'refused', message: 'not allowed', problems: [] };
		}
		if (key !== null) this.#keys.add(key);
		const { standing } = this.#revisions.at(-1) ?? { standing: 0 };
		const at = this.#revisions.length;
		this.#revisions.push({ document, what, parent: standing, standing: at });
		return { kind: 'done', state: this.held };
	}

	step(direction: 'undo' | 'redo', basedOn: number, key: string): Answer {
		if (this.#keys.has(key)) return { kind: 'done', state: this.held };
		if (basedOn !== this.held.revision) return { kind: 'stale', state: this.held, authors: [] };
		const { standing } = this.#revisions.at(-1) ?? { standing: 0 };
		const to = direction === 'undo' ? (this.#revisions[standing]?.parent ?? null) : this.#undone();
		const target = to === null ? undefined : this.#revisions[to];
		if (to === null || !target) return { kind: 'refused', message: 'nothing', problems: [] };
		this.#keys.add(key);
		this.#revisions.push({
			document: target.document,
			what: direction,
			parent: null,
			standing: to
		});
		return { kind: 'done', state: this.held };
	}
}
