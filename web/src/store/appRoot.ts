/** Where the application lies on its host, with a slash at its end: at the top, or under a path. Scripts lie in one folder of it. */
export const appRoot: string = import.meta.env.DEV ? '/' : new URL('../', import.meta.url).pathname;
