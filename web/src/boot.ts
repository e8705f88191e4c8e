import { followPresses } from './ui/say';
import { startCore } from './workers/callCore';

// The worker starts while the page itself is still being read.
startCore();
followPresses();
void import('./main');
