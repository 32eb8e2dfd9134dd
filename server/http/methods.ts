import { operations, type Operation } from '@contracts/operations'
import { literalPattern } from '@core/text/literal'

interface Address {
  pattern: RegExp
  method: string
}

const addresses: Address[] = (Object.values(operations) as Operation[]).map(({ path, method }) => ({
  pattern: new RegExp(
    `^${path
      .split(/\{\w+\}/)
      .map(literalPattern)
      .join('[^/]+')}$`,
  ),
  method: method.toUpperCase(),
}))

/** The methods that an address of the interface has; none where there is no such address. HEAD goes with GET. */
export function methodsAt(pathname: string): string[] {
  const found = new Set(addresses.filter(({ pattern }) => pattern.test(pathname)).map(({ method }) => method))
  if (found.size === 0) return []
  if (found.has('GET')) found.add('HEAD')
  return [...found, 'OPTIONS'].sort()
}
