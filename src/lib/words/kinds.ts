/** Kinds of debts in words: what decides whom a short month pays first. */
import type { DebtKind } from '../core/plan/priority';
import en from '../messages/en/kinds.json';
import { messagesOf, type Locale } from '../messages/message';

const { text } = messagesOf('kinds', en);

export const kindWords = (kind: DebtKind, locale: Locale): string => text(locale, kind);
