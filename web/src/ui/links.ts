/** Addresses of what has a screen of its own; ids from files may hold any sign. */
export const toPiece = (id: string, screen: string): string => `/pieces/${encodeURIComponent(id)}/${screen}`;
export const toProduct = (id: string): string => `/products/${encodeURIComponent(id)}`;
export const toMix = (id: string): string => `/mix/${encodeURIComponent(id)}`;
