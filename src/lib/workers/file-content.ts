import type { CaseDocument } from '../document/case';
import type { NamedBytes } from '../exchange/bytes';
import type { AccountStatement } from '../exchange/statement-ofx';
import type { Sheet } from '../exchange/table';
import type { Locale } from '../messages/message';

export interface FileTask {
	readonly file: NamedBytes;
	readonly locale: Locale;
}

/** The content of a file. */
export type FileContent =
	| { readonly kind: 'sheets'; readonly name: string; readonly sheets: readonly Sheet[] }
	| {
			readonly kind: 'accounts';
			readonly name: string;
			readonly accounts: readonly AccountStatement[];
	  }
	| { readonly kind: 'cases'; readonly name: string; readonly cases: readonly CaseDocument[] }
	| { readonly kind: 'refused'; readonly message: string };
