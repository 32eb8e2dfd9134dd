/** An inline value that the editor offers: its address, what it is called, how many have it, and one of them. */
export interface OfferedValue {
  address: string
  label: string
  share?: string
  sample?: string
}
