/** Something that the person at the terminal can put right: one sentence with the remedy. */
export class Trouble extends Error {}
