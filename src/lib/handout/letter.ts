/** A proposal to a creditor: what is owed, what is offered, what the household can pay and why, and a sheet for the reply. */
import { sheetMonth } from '../core/plan/budget-sheet';
import { monthStart, sheetTerms, type PlanEntry } from '../document/plan';
import { carriedPlan } from '../document/carried-plans';
import type { CaseDocument } from '../document/case';
import { namedTerms, type ChangeEntry, type NamedTerms } from '../document/change';
import { creditorOn, type Creditor } from '../document/creditors';
import type { House } from '../document/agency';
import { paragraphs } from './handed';
import type { CalendarDate } from '../core/quantities/calendar';
import { styleIn } from '../messages/style';
import { say, type Sentence } from '../messages/sentence';
import type { Language } from '../messages/message';
import type { Writing } from '../reading/writing';
import { writeLongDate, writeMoney, writeMonth, writePercent } from '../reading/written';
import { letterText } from '../words/letter';
import { nameOf } from '../words/debt';
import type { Block, Handout, Row } from './blocks';

/** Who writes, to whom, on which day. */
export interface LetterParts {
	readonly creditor: Creditor | null;
	readonly house: House;
	/** The counselor's name; empty: none. */
	readonly counselor: string;
	readonly day: CalendarDate;
}

/** What is proposed for one debt in a plan, and the change that proposes it; null: nothing is. */
function proposedFor(
	{ changes }: Pick<PlanEntry, 'changes'>,
	debt: string
): { readonly change: ChangeEntry; readonly named: NamedTerms } | null {
	for (const change of changes)
		for (const named of namedTerms(change)) if (named.debt === debt) return { change, named };
	return null;
}

/** The letter for a debt; null where the plan proposes nothing for it or the debt is incomplete. */
export function letterOf(
	document: CaseDocument,
	entry: PlanEntry,
	debtId: string,
	parts: LetterParts
): Handout | null {
	const { creditor, house, counselor, day } = parts;
	const debt = document.debts.find(({ id }) => id === debtId);
	const proposed = proposedFor(entry, debtId);
	if (!debt || !proposed || debt.balance === null) return null;
	const language: Language = creditor?.profile.content.language ?? 'en';
	const writing: Writing<Language> = {
		language,
		currency: document.currency,
		style: language === 'en' ? document.style : styleIn(language, document.currency.code)
	};
	const t = (id: Parameters<typeof letterText>[1], of = {}) => letterText(writing, id, of);
	const client = document.label;
	const { account } = debt.noted;
	const called = nameOf(debt, { language: 'en' });
	const title =
		account === '' ? t('title', { debt: called }) : t('title account', { debt: called, account });
	const { letterhead, texts } = house;
	const agency = letterhead?.name ?? '';
	const signed =
		counselor === '' || agency === '' ? counselor || agency : t('signed', { counselor, agency });
	const address = creditor
		? [creditor.profile.content.name, ...creditor.profile.content.address]
		: [debt.noted.creditor || called];
	const isSettled = proposed.change.kind === 'settle';
	const opening =
		texts?.opening[language] || t(isSettled ? 'opening settled' : 'opening', { client });
	const closing = texts?.closing[language] || t('closing');
	const conditions = creditor
		? (creditorOn(creditor, day).agreement?.content.conditions ?? '')
		: '';
	const blocks: Block[] = [
		...(letterhead ? [{ kind: 'letterhead' as const, ...letterhead }] : []),
		{ kind: 'lines', lines: address },
		{ kind: 'lines', lines: [writeLongDate(day, writing)] },
		{ kind: 'heading', text: title },
		...paragraphs(opening.replaceAll('{client}', client)),
		{ kind: 'heading', text: t('proposal') },
		termsTable(document, entry, debtId, proposed, writing),
		...(proposed.named.usual !== null && conditions !== ''
			? paragraphs(t('conditions', { conditions }))
			: []),
		{ kind: 'heading', text: t('why') },
		{ kind: 'sentence', sentence: whatCanBePaid(document, entry, writing), quiet: false },
		...paragraphs(closing.replaceAll('{client}', client)),
		...(signed === '' ? [] : [{ kind: 'lines' as const, lines: [signed] }]),
		{ kind: 'heading', text: t('reply') },
		...paragraphs(
			t('reply about', {
				agency,
				client,
				account: account === '' ? 'none' : 'some',
				number: account
			})
		),
		...[t('agree'), t('agree with changes'), t('refuse'), t('sign')].flatMap(paragraphs)
	];
	return {
		language,
		paper: document.handout.paper,
		title,
		left: t('left', { client }),
		right: writeLongDate(day, writing),
		page: (page, pages) => t('page', { page, pages }),
		blocks,
		replaced: t('replaced')
	};
}

/** What is owed and what is proposed, beside what holds now. */
function termsTable(
	document: CaseDocument,
	entry: PlanEntry,
	debtId: string,
	{ change, named }: NonNullable<ReturnType<typeof proposedFor>>,
	writing: Writing<Language>
): Block {
	const t = (id: Parameters<typeof letterText>[1], of = {}) => letterText(writing, id, of);
	const debt = document.debts.find(({ id }) => id === debtId);
	const { debts, plan } = carriedPlan(document, entry);
	const planned = plan.debts[debts.findIndex(({ id }) => id === debtId)];
	const money = (amount: Parameters<typeof writeMoney>[0] | null) =>
		amount === null ? '–' : writeMoney(amount, writing);
	const rate = (annual: Parameters<typeof writePercent>[0] | null) =>
		annual === null ? '–' : writePercent(annual, writing);
	const month = (day: CalendarDate | null) => (day === null ? '–' : writeMonth(day, writing));
	const row = (label: string, now: string, proposed: string): Row => ({
		letter: null,
		cells: [label, now, proposed],
		isStrong: false
	});
	const day = writeLongDate(debt?.asOf ?? document.asOf, writing);
	const owed = row(t('owed', { day }), money(debt?.balance ?? null), '');
	const rows: Row[] = [owed];
	if ('percent' in named && change.kind === 'settle') {
		const offer =
			named.amount !== null
				? money(named.amount)
				: t('of the balance', { percent: rate(named.percent) });
		rows.push(row(t('settlement'), '', offer), row(t('settled in'), '', month(change.date)));
	} else if (!('percent' in named) && change.kind === 'concession') {
		const { annualRate, payment } = named;
		const first = plan.kept.find(({ shares }) =>
			shares.some(({ index }) => debts[index]?.id === debtId)
		);
		const share = first?.shares.find(({ index }) => debts[index]?.id === debtId);
		rows.push(
			row(
				t('rate'),
				rate(debt?.annualRate ?? null),
				annualRate === null ? t('unchanged') : rate(annualRate)
			),
			row(
				t('payment'),
				first?.month === 1 && share && monthStart(plan.firstMonth, 1) < (change.from ?? '')
					? money(share.required)
					: '',
				payment === null ? t('as required') : money(payment)
			),
			row(t('from'), '', month(change.from)),
			row(
				t('until'),
				'',
				change.until !== null
					? month(change.until)
					: planned?.payoffDate
						? t('paid off', { month: month(planned.payoffDate) })
						: t('not paid off')
			)
		);
	}
	return {
		kind: 'table',
		columns: [
			{ heading: '', align: 'left' },
			{ heading: t('column now'), align: 'right' },
			{ heading: t('column proposed'), align: 'right' }
		],
		rows,
		hasSum: false,
		isDense: false
	};
}

/** What the household pays in the month in which the plan begins, and out of what. */
function whatCanBePaid(
	document: CaseDocument,
	entry: PlanEntry,
	writing: Writing<Language>
): Sentence {
	const { plan } = carriedPlan(document, entry);
	const month = plan.kept[plan.begins - 1] ?? plan.kept[0];
	if (!month) return [];
	const start = monthStart(plan.firstMonth, month.month);
	const { income, needs } = sheetMonth(sheetTerms(document.sheet), start);
	const parts = {
		amount: writeMoney(month.before, writing),
		count: month.shares.length,
		month: writeMonth(start, writing),
		income: writeMoney(income, writing),
		needs: writeMoney(needs, writing)
	};
	const said = letterText(
		writing,
		entry.budget.kind === 'sheet' ? 'can pay sheet' : 'can pay',
		parts
	);
	return [say(said), ...(entry.programme ? [say(` ${letterText(writing, 'deposit')}`)] : [])];
}
