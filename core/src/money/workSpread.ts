/** Hands-on time comes out so much lower or higher than planned: one standard deviation of a single piece (from memory). */
export const workSpread = { low: 0.85, high: 1.25 };
