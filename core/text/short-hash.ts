/** A number of 32 bits for a text: the same for the same text, another for nearly every other. */
export const shortHash = (text: string): number =>
  [...text].reduce((hash, char) => (Math.imul(hash, 31) + char.charCodeAt(0)) | 0, 7)
