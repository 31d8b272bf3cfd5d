/** Why the server does not start, in one sentence for the person who started it. */
export class StartRefusal extends Error {
	override readonly name = 'StartRefusal';
}
