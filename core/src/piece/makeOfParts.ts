// Make of the parts, m: common practice, no source. Fronts lie flush in a frame.
export const stileM = 0.03;
export const railM = 0.02;
export const boardM = 0.018;
export const apronM = 0.1;
