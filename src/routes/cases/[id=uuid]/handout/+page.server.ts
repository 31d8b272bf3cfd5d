import { agencyIn } from '$lib/document/agency';
import { loading } from '$lib/server/answers';
import { referenceOf } from '$lib/server/reference';
import type { PageServerLoad } from './$types';

/** The letterhead comes with the page, so that the handout never moves under the eye. */
export const load: PageServerLoad = async () => ({
	agency: agencyIn((await loading(() => referenceOf('agency'))).rows)
});
