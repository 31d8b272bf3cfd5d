/** Works out beside the page what becomes of a plan under each strain, one after the other. */
import { strained, unstrained, type SureAnswer, type SureTask } from '../core/search/how-sure';

addEventListener('message', ({ data: { debts, plan, strains } }: MessageEvent<SureTask>) => {
	const tell = (answer: SureAnswer): void => postMessage(answer);
	tell({ place: 0, strained: unstrained(debts, plan) });
	strains.forEach((strain, index) =>
		tell({ place: index + 1, strained: strained(debts, plan, strain) })
	);
});
