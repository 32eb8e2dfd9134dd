import { crc32, deflateRawSync, deflateSync } from 'node:zlib'

// Files that are made to be more than they look.

/** A packed file whose directory claims other sizes than its members have. */
export function packed(members: { name: string; content: Buffer; claims?: number }[]): Buffer {
  const parts: Buffer[] = []
  const directory: Buffer[] = []
  let at = 0
  for (const { name, content, claims = content.length } of members) {
    const data = deflateRawSync(content, { level: 9 })
    const head = Buffer.alloc(30)
    head.writeUInt32LE(0x04034b50, 0)
    head.writeUInt16LE(20, 4)
    head.writeUInt16LE(8, 8)
    head.writeUInt32LE(crc32(content), 14)
    head.writeUInt32LE(data.length, 18)
    head.writeUInt32LE(claims, 22)
    head.writeUInt16LE(name.length, 26)
    const entry = Buffer.alloc(46)
    entry.writeUInt32LE(0x02014b50, 0)
    entry.writeUInt16LE(20, 4)
    entry.writeUInt16LE(20, 6)
    head.copy(entry, 10, 8, 28)
    entry.writeUInt16LE(name.length, 28)
    entry.writeUInt32LE(at, 42)
    parts.push(head, Buffer.from(name), data)
    directory.push(entry, Buffer.from(name))
    at += 30 + name.length + data.length
  }
  const listed = Buffer.concat(directory)
  const end = Buffer.alloc(22)
  end.writeUInt32LE(0x06054b50, 0)
  end.writeUInt16LE(members.length, 8)
  end.writeUInt16LE(members.length, 10)
  end.writeUInt32LE(listed.length, 12)
  end.writeUInt32LE(at, 16)
  return Buffer.concat([...parts, listed, end])
}

/** A picture whose head says that it is so many pixels wide and high, with little in it. */
export function pictureOf(width: number, height: number): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type), data])
    const out = Buffer.alloc(body.length + 8)
    out.writeUInt32BE(data.length, 0)
    body.copy(out, 4)
    out.writeUInt32BE(crc32(body), body.length + 4)
    return out
  }
  const head = Buffer.alloc(13)
  head.writeUInt32BE(width, 0)
  head.writeUInt32BE(height, 4)
  head.set([8, 2, 0, 0, 0], 8)
  const signature = Buffer.from([137, 80, 78, 71, 13, 10, 26, 10])
  const content = deflateSync(Buffer.alloc(10_000_000))
  return Buffer.concat([signature, chunk('IHDR', head), chunk('IDAT', content), chunk('IEND', Buffer.alloc(0))])
}
