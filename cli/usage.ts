/** Bad arguments or a bad rubric: exit code 2. */
export class UsageError extends Error {}
