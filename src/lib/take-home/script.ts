/** What a plan that is taken home does on a phone: it shows the month of its clock, and computes what is tried. */
import { planOf } from '../core/plan/walk';
import { calendarDate, type CalendarDate } from '../core/quantities/calendar';
import { cents, ZERO, type Cents } from '../core/quantities/money';
import { readMoney } from '../reading/money';
import { writeMonth, writeRoundMoney } from '../reading/written';
import { markupOf, type Element as Drawn } from '../handout/markup';
import { notAnAmount, takeHomeText, triedSentence } from '../words/take-home';
import { monthOf, monthsOf, payoffsOf, sentenceIn } from './sections';
import { firstDayOf, monthOn, mostMore, STOPS, triedTerms, type TakeHome } from './take-home';

/** Months in which an extra amount can be paid. */
const MONTHS = 24;

const place = <T extends HTMLElement = HTMLElement>(name: string): T =>
	document.getElementById(name) as T;
const put = (name: string, drawn: readonly Drawn[]): void => {
	place(name).innerHTML = markupOf(drawn);
};

const home = JSON.parse(place('plan').textContent) as TakeHome;
const { writing, debts, terms } = home;
const plan = planOf(debts, terms);

/** The month of the phone's clock, from the plan's first on. */
const now = ((): number => {
	const today = new Date();
	const day = calendarDate({
		year: today.getFullYear(),
		month: today.getMonth() + 1,
		day: today.getDate()
	}) as CalendarDate;
	return monthOn(plan, day);
})();

showMonth(Math.max(1, now));
offer();

function showMonth(month: number): void {
	const name = writeMonth(firstDayOf(plan, month), writing);
	place('this-month').textContent = takeHomeText(writing, 'month', {
		when: now < 1 ? 'first' : 'now',
		month: name
	});
	put('month', monthOf(home, plan, month));
	put('months', monthsOf(home, plan, month + 1));
}

/** The slider and the extra amount, which nobody sees where nothing can compute. */
function offer(): void {
	// What has been paid is paid: from the month of the clock on.
	const from = Math.max(1, now, plan.begins);
	if (plan.ending.status === 'refused' || from > plan.kept.length) return;
	const most = mostMore(plan, writing.currency);
	const slider = place<HTMLInputElement>('more');
	slider.max = String(STOPS);
	const once = place<HTMLInputElement>('once');
	const month = place<HTMLSelectElement>('once-month');
	for (let at = from; at < from + MONTHS; at++)
		month.add(new Option(writeMonth(firstDayOf(plan, at), writing)));
	const amounts = { more: ZERO, once: ZERO };
	const show = (): void => {
		const { selectedIndex } = month;
		const tried = {
			...amounts,
			from: { month: from, day: firstDayOf(plan, from) },
			month: from + selectedIndex
		};
		const is = amounts.more + amounts.once > 0;
		const came = is ? planOf(debts, triedTerms(terms, tried)) : plan;
		slider.setAttribute(
			'aria-valuetext',
			takeHomeText(writing, 'slider', { amount: round(amounts.more) })
		);
		slider.style.setProperty('--slid', `${(slider.valueAsNumber / STOPS) * 100}%`);
		place('start-over').hidden = !is;
		if (is) {
			const words = { ...amounts, month: firstDayOf(plan, tried.month) };
			put('tried', sentenceIn(triedSentence(came, plan, words, writing)));
		} else place('tried').textContent = takeHomeText(writing, 'slide');
		put('payoffs', payoffsOf(home, came, plan));
	};
	slider.addEventListener('input', () => {
		amounts.more = cents((most / STOPS) * slider.valueAsNumber);
		show();
	});
	once.addEventListener('input', () => {
		const typed = once.value.trim();
		const read = readMoney(typed, { ...writing, language: 'en' });
		const problem = typed === '' || read.ok ? '' : notAnAmount(typed, writing);
		place('once-problem').textContent = problem;
		once.setAttribute('aria-invalid', String(problem !== ''));
		amounts.once = typed !== '' && read.ok ? read.value : ZERO;
		show();
	});
	month.addEventListener('change', show);
	place('start-over').addEventListener('click', () => {
		[slider.value, once.value] = ['0', ''];
		place('once-problem').textContent = '';
		once.setAttribute('aria-invalid', 'false');
		[amounts.more, amounts.once] = [ZERO, ZERO];
		show();
		slider.focus();
	});
	place('least').textContent = round(ZERO);
	place('most').textContent = takeHomeText(writing, 'slider', { amount: round(most) });
	show();
	place('what-if').hidden = false;
}

function round(amount: Cents): string {
	return writeRoundMoney(amount, writing);
}
