/** Works out beside the page what becomes of a plan under each strain, one after the other. */
import {
	strained,
	unstrained,
	type StressAnswer,
	type StressTask
} from '../core/search/stress-test';

addEventListener('message', ({ data: { debts, plan, strains } }: MessageEvent<StressTask>) => {
	const tell = (answer: StressAnswer): void => postMessage(answer);
	tell({ place: 0, strained: unstrained(debts, plan) });
	strains.forEach((strain, index) =>
		tell({ place: index + 1, strained: strained(debts, plan, strain) })
	);
});
