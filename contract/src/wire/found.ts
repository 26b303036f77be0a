/** What can be found: posted work, posts, files, pages and people. */
export const FOUND_KINDS = ['work', 'post', 'page', 'file', 'person'] as const
