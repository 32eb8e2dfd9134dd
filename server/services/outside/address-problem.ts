/** What is wrong with an address that people name, to be asked over HTTP; undefined where nothing is. */
export function addressProblem(address: string, example: string): string | undefined {
  const url = URL.parse(address)
  if (url === null) return `Enter a full address, such as ${example}.`
  const isPlain = ['http:', 'https:'].includes(url.protocol) && url.username === '' && url.password === ''
  return isPlain ? undefined : 'An address begins with https:// or http:// and holds no password.'
}
