/** Works the curve out beside the page, a point at a time, and tells as it goes. */
import { curvePoint, type CurvePoint, type CurveTask } from '../core/search/money-curve';

/** Points told together: so many that telling takes little, so few that the page sees them come. */
const TOLD = 12;

addEventListener('message', ({ data: { debts, plan, amounts } }: MessageEvent<CurveTask>) => {
	let points: CurvePoint[] = [];
	amounts.forEach((amount, index) => {
		points.push(curvePoint(debts, plan, amount));
		if (points.length < TOLD && index < amounts.length - 1) return;
		postMessage(points);
		points = [];
	});
});
