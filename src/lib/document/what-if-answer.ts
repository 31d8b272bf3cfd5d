/** What comes of a question about many cases, as the server answers and the page shows it. */
import type { CalendarDate } from '../core/quantities/calendar';
import type { Currency } from '../reading/currencies';
import type { Owed } from './casebook';
import type { PlanFigures, WhatIf } from './what-if';

/** A question, and how far it is answered. */
export interface WhatIfRun {
	readonly id: string;
	readonly askedAt: string;
	readonly change: WhatIf;
	/** The creditor or index that it is about; null where it is about none, or that one is gone. */
	readonly subject: string | null;
	/** The person whose cases are asked about; null: all that whoever asked sees. */
	readonly of: string | null;
	readonly cases: number;
	readonly done: number;
	readonly state: 'running' | 'done' | 'cancelled';
	/** Whether nobody works on it any more, though it is not done. */
	readonly isStuck: boolean;
	/** Whether each case that it moves is a reminder. */
	readonly reminds: boolean;
}

/** A question of anybody that is being computed. */
export interface WhatIfRunning extends WhatIfRun {
	/** Who asked it; null without accounts. */
	readonly by: string | null;
}

/** All cases that were computed so far, added up. */
export interface WhatIfTotals {
	/** Cases that the change concerns; of those, whose figures it moves. */
	readonly touched: number;
	readonly moved: number;
	/** Whose plan can't be computed. */
	readonly notComputed: number;
	/** Of those concerned: still paid off; and no more paid off where they were before. */
	readonly end: number;
	readonly endless: number;
	/** Short of money where they were not before, and from when on the first of them. */
	readonly short: number;
	readonly shortFrom: CalendarDate | null;
	/** Paid off later, by so many months in all. */
	readonly later: number;
	readonly months: number;
	/** Paid off sooner, or at all where they were never before. */
	readonly sooner: number;
	/** More interest and fees, by currency. */
	readonly more: readonly Owed[];
}

/** What a change makes of a case that somebody is reminded of. */
export interface WhatIfReminded
	extends Pick<WhatIfRun, 'change' | 'subject'>, Pick<WhatIfLine, 'before' | 'after'> {
	/** The question, by its identifier. */
	readonly run: string;
}

/** A case that a change moves. */
export interface WhatIfLine {
	readonly caseId: string;
	readonly label: string;
	readonly owner: string | null;
	readonly currency: Currency;
	readonly before: PlanFigures;
	readonly after: PlanFigures;
}
