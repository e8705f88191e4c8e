/** Id under which the demo workshop is kept. */
export const demoId = 'demo';
