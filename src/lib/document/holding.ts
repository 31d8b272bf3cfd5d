/** Whose a case is, as far as the page has to know it; without what judges documents, which is large. */
import type { Person } from './people';

/** Whether a case is somebody's to hand over, to share and to delete: their own, any for a supervisor, all where nobody signs in. */
export const holdsCase = (person: Person | null, owner: string | null): boolean =>
	person === null ||
	person.role === 'supervisor' ||
	(person.role !== 'reader' && owner === person.name);
