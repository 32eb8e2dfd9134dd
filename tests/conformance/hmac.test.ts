import { describe, expect, it } from 'vitest'
import { hmacSha256, sameSecret } from '@server/services/signing/hmac'

// The test cases of RFC 4231, section 4 (https://www.rfc-editor.org/rfc/rfc4231), HMAC-SHA-256; copied from memory.

const bytes = (byte: number, n: number) => Buffer.alloc(n, byte)
const cases: [string, Buffer, Buffer, string][] = [
  ['4.2', bytes(0x0b, 20), Buffer.from('Hi There'), 'b0344c61d8db38535ca8afceaf0bf12b881dc200c9833da726e9376c2e32cff7'],
  [
    '4.3, a key shorter than the block',
    Buffer.from('Jefe'),
    Buffer.from('what do ya want for nothing?'),
    '5bdcc146bf60754e6a042426089575c75a003f089d2739839dec58b964ec3843',
  ],
  ['4.4', bytes(0xaa, 20), bytes(0xdd, 50), '773ea91e36800e46854db8ebd09181a72959098b3ef8c122d9635514ced565fe'],
  [
    '4.5',
    Buffer.from(Array.from({ length: 25 }, (_, i) => i + 1)),
    bytes(0xcd, 50),
    '82558a389a443c0ea4cc819899f2083a85f0faa3e578f8077a2e3ff46729665b',
  ],
  [
    '4.7, a key longer than the block',
    bytes(0xaa, 131),
    Buffer.from('Test Using Larger Than Block-Size Key - Hash Key First'),
    '60e431591ee0b67f0d8a26aacbf5b77f8e0bc6213728c5140546040f0ee37f54',
  ],
]

describe('signatures', () => {
  it.each(cases)('are those of RFC 4231, %s', (_, key, message, expected) => {
    expect(hmacSha256(key, message).toString('hex')).toBe(expected)
  })
  it('are the same only where every byte is', () => {
    const signature = hmacSha256('key', 'message')
    expect(sameSecret(signature, Buffer.from(signature))).toBe(true)
    expect(sameSecret(signature, signature.subarray(0, 31))).toBe(false)
    expect(sameSecret(signature, hmacSha256('key', 'massage'))).toBe(false)
  })
})
