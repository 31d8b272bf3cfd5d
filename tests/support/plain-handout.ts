import type { Handout } from '../../src/lib/handout/blocks';
import { plain } from '../../src/lib/messages/sentence';

/** Every text of a handout. */
export function plainHandout({ title, blocks }: Handout): string {
	const parts = blocks.flatMap((block): string[] => {
		switch (block.kind) {
			case 'heading':
				return ['', block.text.toUpperCase()];
			case 'answer':
			case 'sentence':
				return [plain(block.sentence)];
			case 'lines':
				return [...block.lines];
			case 'letterhead':
				return [[block.name, ...block.address].join(' · ')];
			case 'picture':
				return [];
			case 'table':
				return block.rows.map(({ letter, cells }) =>
					[letter ?? '', ...cells].filter(Boolean).join('  ')
				);
		}
	});
	return [title, ...parts].join('\n');
}
