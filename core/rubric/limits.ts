/** What one file may weigh that is taken in, by whatever way: 2 GB, as far as the tools that open it go. */
export const mostFileBytes = 2 * 1024 ** 3
