/** Works out beside the page what more money would buy, and where each debt would be gone sooner. */
import { boughtBy, soonerWith, type MoreAnswer, type MoreTask } from '../core/more-money';

addEventListener('message', ({ data }: MessageEvent<MoreTask>) => {
	const tell = (answer: MoreAnswer): void => postMessage(answer);
	const more = boughtBy(data);
	tell({ more, sooner: [] });
	tell({ more, sooner: soonerWith(data) });
});
