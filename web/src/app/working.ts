/** Whether a page is one on which somebody works, so that on a phone all but the step folds away. */
export const worksAt = (pathname: string): boolean => /^\/plants\/[^/]+\/(do|visit\/[^/]+)$/.test(pathname);
