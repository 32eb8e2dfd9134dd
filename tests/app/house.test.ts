import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { parse } from 'vue/compiler-sfc'
import { describe, expect, it } from 'vitest'

/** What is asked of a node of a template; 1 is an element, 6 an attribute that is written out. */
interface TemplateNode {
  type: number
  tag?: string
  props?: { type: number; name: string; value?: { content: string } }[]
  children?: TemplateNode[]
}

const files = readdirSync('app', { recursive: true, encoding: 'utf8' }).filter((f) => f.endsWith('.vue'))
const sources = files.map((file) => {
  const source = readFileSync(path.join('app', file), 'utf8')
  return { file, source, template: parse(source).descriptor.template?.ast as TemplateNode | undefined }
})
const isKit = (file: string) => file.startsWith(path.join('components', 'kit'))

function elements(node: TemplateNode): TemplateNode[] {
  const inner = (node.children ?? []).flatMap((child) => (typeof child === 'object' ? elements(child) : []))
  return node.type === 1 ? [node, ...inner] : inner
}
const classesOf = (node: TemplateNode) => node.props?.find((p) => p.type === 6 && p.name === 'class')?.value?.content

describe('templates', () => {
  it('give a list of three classes or more a name where it stands three times', () => {
    const places = new Map<string, string[]>()
    for (const { file, template } of sources)
      for (const element of template ? elements(template) : []) {
        const list = (classesOf(element) ?? '').split(/\s+/).filter(Boolean)
        const key = [...list].sort().join(' ')
        if (list.length >= 3) places.set(key, [...(places.get(key) ?? []), file])
      }
    expect([...places].filter(([, at]) => at.length >= 3)).toEqual([])
  })
  it('take their fields from the kit', () => {
    const bare = sources.flatMap(({ file, template }) => {
      if (isKit(file) || !template) return []
      return elements(template)
        .filter((e) => e.tag === 'select' || e.tag === 'textarea' || (e.tag === 'input' && !isRadio(e)))
        .map((e) => `${file}: ${e.tag}`)
    })
    expect(bare).toEqual([])
  })
  it('read nothing from the events of fields', () => {
    const reading = sources.filter(({ file, source }) => !isKit(file) && /\$event\.target/.test(source))
    expect(reading.map((s) => s.file)).toEqual([])
  })
})

/** Choices of one among few, which the browser groups by itself. */
function isRadio(element: TemplateNode): boolean {
  return element.props?.some((p) => p.name === 'type' && p.value?.content === 'radio') ?? false
}
