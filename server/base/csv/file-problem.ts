/** A file that cannot be read at all, as a sentence. */
export class FileProblem extends Error {}
