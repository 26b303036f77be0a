import { expect, it } from 'vitest'
import { hostOutside } from './outsideLinks.js'

const OWN = 'http://oppen.example/c/one/talk'

it.each([
  ['https://rain.example/gauge?x=1#y', 'rain.example'],
  // what stands before the @ is no host (RFC 3986, 3.2.1)
  ['https://oppen.example@rain.example/', 'rain.example'],
  ['https://oppen.example.rain.example/', 'oppen.example.rain.example'],
  ['//rain.example/a', 'rain.example'],
  // letters that look alike are shown as they are asked for (RFC 3492)
  ['https://оppen.example/', 'xn--ppen-45d.example'],
  ['http://oppen.example/c/two', undefined],
  ['/c/one/work/two', undefined],
  ['#page', undefined],
  ['mailto:a@b.example', undefined],
  ['javascript:alert(1)', undefined],
  ['http://[', undefined],
])('%s leads to %s', (href, host) => expect(hostOutside(href, OWN)).toBe(host))
