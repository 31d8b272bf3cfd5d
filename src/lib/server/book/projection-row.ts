/** The row of what a case's plan is computed from. */
import type { CaseDocument } from '../../document/case';
import { projectionOf } from '../../document/projection';
import { VERSION } from '../../document/version';

export function projectionRow(id: string, document: CaseDocument) {
	const projection = projectionOf(document);
	return {
		case_id: id,
		version: VERSION,
		content: projection && JSON.stringify(projection)
	};
}
