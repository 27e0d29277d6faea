export function bundle(root?: string, entries?: readonly string[]): Promise<string | null>
