/** Two people of one household: whose debts are looked at, who pays how much, a handout for each. */
import { expect, it } from 'vitest';
import { amount, card } from '../support/debts';
import { desk, screen, sitDown } from '../support/page';
import { makeCase } from '../support/residuum';

sitDown();

const debts = [
	card({ name: 'Kestrel card', balance: 300_000, required: amount(9_000) }),
	card({ name: 'Bramble card', balance: 120_000, required: amount(6_000) }),
	card({ name: 'Gannet loan', balance: 80_000, required: amount(4_000) })
];
const budget = { kind: 'constant', amount: 25_000 };

it('are named, owe what is theirs, and pay their part of each month, to the cent', async () => {
	const { id } = await makeCase(desk.residuum, 'Two people', debts, { budget });
	await screen.goto(`/cases/${id}`);
	await screen.answer('3 debts');
	await screen.click('.about');
	await screen.fill('Person 1', 'Odile');
	await screen.fill('Person 2', 'Bram');
	// Nobody is there twice; what is taken back is nobody.
	await screen.fill('Person 3', 'bram');
	await screen.press('Tab');
	await screen.see('[role=dialog]', 'There is a Bram already.');
	await screen.page.focus('[aria-label="Person 3"]');
	await screen.press('Escape', 'Escape', 'Escape');
	expect(await screen.texts('[role=group][aria-label="Whose debts are shown"] button')).toEqual([
		'everyone',
		'Odile',
		'Bram',
		'joint'
	]);
	await screen.page.select('[aria-label="Who owes it, line 1"]', await ownerOf('Odile'));
	await screen.page.select('[aria-label="Who owes it, line 2"]', await ownerOf('Bram'));
	await chip('Bram');
	await screen.answer('Bram: 1 debt, $1,200.00 owed');
	expect(
		await screen.page.$$eval(
			'.grid .line',
			(lines) => lines.filter((line) => (line as HTMLElement).offsetHeight > 0).length
		)
	).toBe(2);
	await chip('joint');
	await screen.answer('Joint: 1 debt, $800.00 owed');
	await screen.saved();

	await screen.goto(`/cases/${id}/plan`);
	await chip('joint');
	await screen.see('.order', 'Joint: 1 debt, $800.00 owed at the start');
	await screen.click('.asks button:last-of-type');
	// Without any income it is in equal parts.
	await screen.see('[aria-label="Who pays how much"]', 'Odile pays $125.00 and Bram $125.00');
	await screen.page.select('[aria-label="How each month is divided"]', 'parts');
	await screen.fill('Part of Odile', '70');
	await screen.fill('Part of Bram', '30');
	await screen.see('[aria-label="Who pays how much"]', 'Odile pays $175.00 and Bram $75.00');
	await screen.page.select('[aria-label="How each month is divided"]', 'debts');
	const said = await screen.text('[aria-label="Who pays how much"] h2');
	const [, odile = 0, bram = 0] = [...said.matchAll(/\$(\d+\.\d\d)/g)].map(([, of]) => Number(of));
	expect(odile + bram).toBeCloseTo(250, 6);
	expect(odile).toBeGreaterThan(bram);
	await screen.saved();

	await screen.goto(`/cases/${id}/handout`);
	await screen.see('.sheets', 'Who pays how much');
	await screen.page.select(
		'[aria-label="Whose handout it is"]',
		await optionOf('Whose handout it is', 'Bram')
	);
	await screen.see('.sheets', 'Bram: your part');
	await screen.see('.sheets', 'Gannet loan');
	expect(await screen.text('.sheets table')).not.toContain('Kestrel card');
});

const optionOf = (label: string, name: string) =>
	screen.page.$eval(
		`select[aria-label="${label}"]`,
		(select, wanted) =>
			[...(select as HTMLSelectElement).options].find(({ text }) => text === wanted)?.value ?? '',
		name
	);
const ownerOf = (name: string) => optionOf('Who owes it, line 1', name);
const chip = async (name: string) => {
	const found = await screen.page.waitForSelector(
		`::-p-xpath(//*[@role="group"]//button[normalize-space()="${name}"])`
	);
	await found?.click();
};

it('is entered from an empty case by keyboard, in fewer keys than two minutes have', async () => {
	/** Half a second for two keys, as somebody types who reads figures from a paper. */
	const MOST = 120 * 4;
	let keys = 0;
	const type = async (text: string) => {
		keys += text.length;
		await screen.page.keyboard.type(text);
	};
	const press = async (...names: readonly string[]) => {
		keys += names.length;
		await screen.press(...names);
	};
	const enter = async (...texts: readonly string[]) => {
		for (const text of texts) {
			await type(text);
			await press('Enter');
		}
	};
	const { id } = await makeCase(desk.residuum, 'A household of the harbour');
	await screen.goto(`/cases/${id}`);
	await screen.page.focus('[aria-label="Name, line 1"]');
	await enter('Quillmark card', '4182.36', '22.49', 'i', '1', '25', 't', '15');
	await enter('Pellan Stores card', '961.40', '29.99', '%', '3', '25', 'n', '15');
	await enter('Marrowby card', '2784.16', '18.9', '%', '2.5', '30', 'n', '15');
	await press('F8');
	await screen.answer('everything is paid off');
	// From the monthly budget it is a step back to its sheet.
	await press('m', 'Shift+Tab');
	while (!(await screen.focused()).startsWith('Budget sheet')) await press('Shift+Tab');
	await press('Enter');
	await expect.poll(() => screen.focused()).toBe('Name, Income, line 1');
	/** A line: how often is chosen by its first letter, where it is not monthly. */
	const line = async (name: string, amount: string, often: string, from = '', until = '') => {
		await enter(name);
		await type(amount);
		if (often === '') await press('Enter');
		else {
			await press('Tab');
			await type(often);
			await press('Tab');
		}
		await enter(from, until);
	};
	await line('Ferry wage', '420', 'w', '8 Jan');
	await line('Bakery', '890', '', '31 Jan');
	await line('Season bonus', '600', '', '10 May', '31 Oct');
	await press('Enter');
	await screen.focus('Name, Living expenses, line 1');
	await line('Rent', '780', '', '1 Jan');
	await line('Food', '900', '', '1 Jan');
	await line('Boat insurance', '520', 'h', '15 Feb');
	await press('Enter');
	await screen.focus('Put aside a month');
	await enter('100');
	await screen.see('.said', 'Between $370.00 and $1,910.00 a month');
	expect(await screen.value('How often, Income, line 1')).toBe('52');
	expect(await screen.value('How often, Living expenses, line 3')).toBe('2');
	expect(keys).toBeLessThan(MOST);
});
