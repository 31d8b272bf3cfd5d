/** `npm run trail -- verify`: whether the trail is what it was when it was written. */
import { verifyTrail } from '../lib/server/people/trail';
import { inDatabase, refuse, type Command } from './command';

const USAGE = 'npm run --silent trail -- verify';

export const run: Command = (words) => {
	if (words[0] !== 'verify' || words.length > 1) return refuse(USAGE);
	return inDatabase(async () => {
		const found = await verifyTrail();
		if (!found.whole)
			refuse(
				found.why === 'missing'
					? `Entry ${found.entry} of the trail is missing; what is before it is whole.`
					: `Entry ${found.entry} of the trail is not what was written; what is before it is whole.`
			);
		console.log(
			`The trail is whole: ${found.entries} entries. Write down its last hash and compare the next time: ${found.hash}`
		);
	});
};
