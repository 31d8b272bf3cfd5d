/** Tries the usual minimum rules beside the page, and tells how far it has come. */
import { fittingRules, type FittingRules, type FitTask } from '../core/search/fitting-rules';

addEventListener('message', ({ data }: MessageEvent<FitTask>) => {
	const search = fittingRules(data);
	for (let step = search.next(); ; step = search.next()) {
		postMessage(step.value satisfies FittingRules);
		if (step.done) return;
	}
});
