/**
 * What is large is judged beside the program, in a thread of its own: whatever was sent, everybody else goes on being
 * answered. Where there is no build, as while it is worked on, the program judges it itself.
 */
import { judge, type Judged, type Sent } from '../document/judge';
import { settings } from './settings';
import { ThreadBeside } from './thread-beside';

/** No judgement takes so long, in milliseconds. */
const LONGEST = 20_000;

const thread = new ThreadBeside<Sent, Judged>('commands/judge.js', LONGEST);

/** Judges what was sent; `bytes` are given away. */
export function judgedBeside(sent: Sent): Promise<Judged> {
	const { build } = settings();
	if (build === null) return Promise.resolve(judge(sent));
	return thread.ask(build, sent, sent.kind === 'cases' ? [sent.bytes.buffer] : []);
}
