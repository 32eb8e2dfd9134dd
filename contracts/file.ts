/** A file that is sent as it is: its text, or nothing here where it is streamed. */
export type FileAnswer = string | Uint8Array | void
