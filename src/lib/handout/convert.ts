/** Cases as a file of any kind that is written, of all, of one debt, or of one plan, by its name. */
import type { CalendarDate } from '../core/quantities/calendar';
import type { CaseDocument } from '../document/case';
import { standingOf } from '../document/change';
import { Refusal, refuse } from '../exchange/bytes';
import { nothingToMake } from '../words/exports';
import { casesJson } from '../exchange/case-json';
import { debtsCsv } from '../exchange/debts-csv';
import type { Message } from '../exchange/mail';
import { mailSubject, mailText } from '../words/mail';
import type { Locale } from '../messages/message';
import { handoutOf, handoutWriting } from './handout';
import {
	KINDS_OF,
	madeFile,
	NothingToMake,
	type OutgoingKind,
	type Subject,
	type Tools
} from './outgoing';

export interface Chosen {
	/** The debt and the plan that it is about, by their names; none: the debts, or the chosen plan. */
	readonly debt?: string | undefined;
	readonly plan?: string | undefined;
	/** In place of what the case says. */
	readonly language?: CaseDocument['handout']['language'] | undefined;
	readonly paper?: CaseDocument['handout']['paper'] | undefined;
	readonly locale: Locale;
	/** When a message is written. */
	readonly now: Date;
	readonly newId: () => string;
}

export interface ConvertTools extends Tools {
	readonly mail: (message: Message) => Promise<Uint8Array>;
}

/** The files that go with a message. */
const ATTACHED = ['pdf', 'html', 'ics', 'xlsx'] as const satisfies readonly OutgoingKind[];

export async function converted(
	kind: string,
	documents: readonly CaseDocument[],
	chosen: Chosen,
	tools: ConvertTools,
	name: string
): Promise<string | Uint8Array> {
	const { locale, debt, plan } = chosen;
	if (debt !== undefined && plan !== undefined) refuse(locale, 'debt or plan', {});
	if (kind === 'json') {
		if (debt !== undefined || plan !== undefined) refuse(locale, 'no debt in it', { name });
		return casesJson(documents);
	}
	const [first, ...others] = documents;
	if (!first || others.length > 0) return refuse(locale, 'one case', { name });
	const document = asWished(first, chosen);
	// Debts as a table are written to be read again; what comes of them is another table.
	if (kind === 'csv' && plan === undefined) {
		return debtsCsv(debt === undefined ? document.debts : [debtNamed(document, chosen)], document);
	}
	const subject = subjectOf(document, chosen);
	if (kind === 'eml') return messageOf(document, subject, chosen, tools);
	const isKind = (one: string): one is OutgoingKind =>
		KINDS_OF[subject.of].some((of) => of === one);
	if (!isKind(kind)) return refuse(locale, 'not written', { name, of: subject.of });
	return (await made(document, subject, kind, chosen, tools)).bytes;
}

const asWished = (document: CaseDocument, { language, paper }: Chosen): CaseDocument => ({
	...document,
	handout: {
		...document.handout,
		...(language === undefined ? {} : { language }),
		...(paper === undefined ? {} : { paper })
	}
});

function debtNamed(
	{ debts }: CaseDocument,
	{ debt, locale }: Chosen
): CaseDocument['debts'][number] {
	const found = debts.find(({ name }) => name === debt);
	return found ?? refuse(locale, 'no such debt', { debt: debt ?? '' });
}

function subjectOf(document: CaseDocument, chosen: Chosen): Subject {
	if (chosen.debt !== undefined) return { of: 'debt', id: debtNamed(document, chosen).id };
	const { plans, choices } = document;
	if (chosen.plan === undefined) {
		const wanted = choices.at(-1)?.plan;
		const usual = plans.find(({ id }) => id === wanted) ?? plans[0];
		return { of: 'plan', id: usual?.id ?? '' };
	}
	const found = plans.find(({ name }) => name === chosen.plan);
	return found
		? { of: 'plan', id: found.id }
		: refuse(chosen.locale, 'no such plan', { plan: chosen.plan });
}

async function made(
	document: CaseDocument,
	subject: Subject,
	kind: OutgoingKind,
	{ locale, now }: Chosen,
	tools: Tools
) {
	try {
		// What it writes is remembered nowhere, so a calendar cancels nothing.
		const made = now.toISOString();
		const today = made.slice(0, 10) as CalendarDate;
		return await madeFile({ document, subject, kind, made, today }, tools);
	} catch (error) {
		if (!(error instanceof NothingToMake)) throw error;
		throw new Refusal(nothingToMake(error.reason, locale));
	}
}

async function messageOf(
	document: CaseDocument,
	subject: Subject,
	chosen: Chosen,
	tools: ConvertTools
): Promise<Uint8Array> {
	const entry = document.plans.find(({ id }) => subject.of === 'plan' && id === subject.id);
	const { handout, label } = document;
	if (!entry) return refuse(chosen.locale, 'not written', { name: 'message.eml', of: subject.of });
	if (handout.email === '') return refuse(chosen.locale, 'no address', { label });
	const writing = handoutWriting(document);
	const attachments = [];
	for (const kind of ATTACHED) attachments.push(await made(document, subject, kind, chosen, tools));
	return tools.mail({
		to: { name: label, address: handout.email },
		subject: mailSubject(label, writing),
		text: mailText(handoutOf(document, entry), handout, ATTACHED, standingOf(entry), writing),
		language: handout.language,
		attachments,
		date: chosen.now,
		id: chosen.newId()
	});
}
