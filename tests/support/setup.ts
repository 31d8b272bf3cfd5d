import { ensureBuild } from '../../scripts/prepare.mjs';

export default ensureBuild;
