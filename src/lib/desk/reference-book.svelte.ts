import { agencyIn, type Agency } from '../document/agency';
import { CreditorNames, creditorsIn, type Creditor } from '../document/creditors';
import { indexesIn } from '../document/indexes';
import type { ReferenceKind, ReferenceRow } from '../document/reference';
import { askReference, type Answer } from './requests';

/** Reference data of a kind as a screen has them: asked for once, and again after a change. */
class ReferenceBook<T> {
	list = $state.raw<readonly T[]>([]);
	/** Of the reference data that they are from; 0: nothing is known yet. */
	version = $state(0);
	readonly #kind: ReferenceKind;
	readonly #read: (rows: readonly ReferenceRow[]) => T[];
	#asked: Promise<Answer<unknown>> | null = null;

	constructor(kind: ReferenceKind, read: (rows: readonly ReferenceRow[]) => T[]) {
		this.#kind = kind;
		this.#read = read;
	}

	/** Asks for them where that was not done before; what they were stays where the server does not answer. */
	open(): Promise<Answer<unknown>> {
		return (this.#asked ??= this.again());
	}

	async again(): Promise<Answer<unknown>> {
		const answer = await askReference(this.#kind);
		if (answer.kind === 'done') {
			this.list = this.#read(answer.value.rows);
			this.version = answer.value.version;
		} else this.#asked = null;
		return answer;
	}
}

/** What is recorded of the agency itself. */
class AgencyBook extends ReferenceBook<Agency> {
	readonly now = $derived(this.list[0] ?? NOTHING_RECORDED);
}
const NOTHING_RECORDED: Agency = agencyIn([]);

/** The agency's creditors, found by their names. */
class CreditorBook extends ReferenceBook<Creditor> {
	readonly names = $derived(new CreditorNames(this.list));
}

export const creditorBook = new CreditorBook('creditor', creditorsIn);
export const agencyBook = new AgencyBook('agency', (rows) => [agencyIn(rows)]);
export const indexBook = new ReferenceBook('index', indexesIn);
