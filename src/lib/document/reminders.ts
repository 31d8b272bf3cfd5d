/** Reminders: what of the cases of a casebook is due soon. */
import type { CalendarDate } from '../core/quantities/calendar';
import type { WhatIfReminded } from './what-if-answer';

/**
 * Due for review; short of money; an offer or a deadline that ends; an agreement that ends; a settlement to be paid; moved
 * by a change that was asked about.
 */
export const REMINDER_KINDS = [
	'review',
	'short',
	'offer',
	'agreement',
	'settlement',
	'what-if'
] as const;
export type ReminderKind = (typeof REMINDER_KINDS)[number];

export interface Reminder {
	readonly caseId: string;
	readonly label: string;
	/** Whose case it is; null: nobody's in particular. */
	readonly owner: string | null;
	readonly kind: ReminderKind;
	/** What it is known by, with its case, where it is dismissed or put off. */
	readonly subject: string;
	/** The debts that it is about, by name; empty where it is about the case. */
	readonly about: string;
	readonly day: CalendarDate;
	/** The change that moves it; null where it is about something else. */
	readonly moved: WhatIfReminded | null;
}

/** So many days ahead deadlines and ends are reminded of. */
export const DAYS_AHEAD = 60;
/** So many reminders are shown at most, those that are due first. */
export const MOST_REMINDERS = 500;
