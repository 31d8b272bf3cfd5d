/** `npm run trail -- verify`: whether the trail is what it was when it was written. */
import { verifyTrail, type Verified } from '../people/trail';
import { refuse, type Command } from './command';

const USAGE = `npm run --silent trail -- verify
npm run --silent trail -- verify HEAD    and whether it still has what it had at a head that was written down, or is in the log`;

const HEAD = /^\d+:[0-9a-f]{64}(:[0-9a-f]{64})?$/;

export const trail: Command = async (words, { say }) => {
	const [verb, noted = null, more] = words;
	if (verb !== 'verify' || more !== undefined) return refuse(USAGE);
	if (noted !== null && !HEAD.test(noted))
		return refuse(
			`“${noted}” is no head of a trail, which is written NUMBER:HASH or NUMBER:HASH:SIGNATURE.`
		);
	const found = await verifyTrail(noted);
	if (!found.whole) return refuse(whatIsWrong(found));
	const { from, to, head, isSigned } = found;
	const kept = from === 1 ? `${to} entries` : `entries ${from} to ${to}, those before let go of`;
	say(
		`The trail is whole: ${kept}${isSigned ? ', its end signed' : ''}. Write down its head and compare the next time: ${head}`
	);
};

function whatIsWrong({ entry, why }: Extract<Verified, { whole: false }>): string {
	switch (why) {
		case 'missing':
			return `Entry ${entry} of the trail is missing; what is before it is whole.`;
		case 'changed':
			return `Entry ${entry} of the trail is not what was written; what is before it is whole.`;
		case 'other head':
			return `Entry ${entry} of the trail is not the one of the head that was written down: the trail was written anew.`;
		case 'let go':
			return `Entry ${entry} of the trail, whose head was written down, was let go of for its age; compare with a later one.`;
		case 'unsigned':
			return entry === 0
				? 'The trail is empty, and was not when it was signed: all of it was taken out.'
				: `Entry ${entry} of the trail is not the last that was signed: what came after it was taken out, or the trail was written anew.`;
	}
}
