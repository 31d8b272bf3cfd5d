/** `npm run trail -- verify`: whether the trail is what it was when it was written. */
import { verifyTrail } from '../people/trail';
import { refuse, type Command } from './command';

const USAGE = 'npm run --silent trail -- verify';

export const trail: Command = async (words, { say }) => {
	if (words[0] !== 'verify' || words.length > 1) refuse(USAGE);
	const found = await verifyTrail();
	if (!found.whole)
		return refuse(
			found.why === 'missing'
				? `Entry ${found.entry} of the trail is missing; what is before it is whole.`
				: `Entry ${found.entry} of the trail is not what was written; what is before it is whole.`
		);
	say(
		`The trail is whole: ${found.entries} entries. Write down its last hash and compare the next time: ${found.hash}`
	);
};
