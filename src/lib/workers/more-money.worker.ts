/** Works out beside the page what more money would buy, and where each debt would be gone sooner. */
import {
	boughtBy,
	landmarksOf,
	soonerWith,
	type MoreAnswer,
	type MoreTask
} from '../core/search/more-money';

addEventListener('message', ({ data }: MessageEvent<MoreTask>) => {
	const tell = (answer: MoreAnswer): void => postMessage(answer);
	const answer = { more: boughtBy(data), covers: null, ends: [], sooner: [] };
	tell(answer);
	const landmarks = landmarksOf(data);
	tell({ ...answer, ...landmarks });
	tell({ ...answer, ...landmarks, sooner: soonerWith(data) });
});
