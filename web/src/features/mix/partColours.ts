/** Colours by which the parts of a mix are told apart in the cup. */
export const partColours = ['#1c6b5e', '#b8752c', '#24507a', '#7d6b4f', '#8c3a2b', '#54635c'];
