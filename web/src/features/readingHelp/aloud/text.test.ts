// @vitest-environment jsdom
import { INSTEAD } from '@oppen/core/speech'
import { beforeEach, describe, expect, it } from 'vitest'
import { voiceOf } from './deviceVoice.js'
import { rangeOf, saidOf, textOf } from './text.js'

beforeEach(() => {
  document.body.innerHTML = ''
})

function block(html: string): Element {
  document.body.innerHTML = `<div id="block">${html}</div>`
  const found = document.getElementById('block')
  if (!found) throw new Error('no block')
  return found
}

describe('what a part of a page says', () => {
  it('is its words as they stand, with an end of a line where one ends', () => {
    expect(textOf(block('The <b>rain</b> falls<br>here.')).text).toBe('The rain falls\nhere.')
    expect(textOf(block('<p>One</p><p>two</p><ul><li>a</li><li>b</li></ul>')).text).toBe('One\ntwo\na\nb\n')
  })

  it('leaves out what is not to be read, and what somebody types', () => {
    const html =
      'Save <kbd aria-hidden="true">Ctrl S</kbd><input value="x"><span class="sr-only">hidden</span>it'
    expect(textOf(block(html)).text).toBe('Save it')
  })

  it('has formulas and pictures in their places', () => {
    const text = textOf(
      block(
        'Find <span data-tex="x^2"><math><msup><mi>x</mi><mn>2</mn></msup></math></span> in <img alt="a graph" src="#"> or <math><mfrac><mn>1</mn><mn>2</mn></mfrac></math>.',
      ),
    )
    expect(text.text).toBe(`Find ${INSTEAD} in ${INSTEAD} or ${INSTEAD}.`)
    expect(saidOf(text, 'en')).toEqual(['x squared', 'a graph', 'one half'])
    expect(saidOf(text, 'pt')).toEqual(['x ao quadrado', 'a graph', 'um meio'])
    // where formulas are not said, nothing is made up
    expect(saidOf(text, 'de')).toEqual(['', 'a graph', ''])
  })

  it('is in the language that the page says, and in none that it does not', () => {
    expect(textOf(block('<p>x</p>')).language).toBeUndefined()
    document.documentElement.lang = 'en'
    expect(textOf(block('<p>x</p>')).language).toBeUndefined()
    const portuguese = block('<section lang="pt"><p id="in">x</p></section>').querySelector('#in')
    expect(portuguese && textOf(portuguese).language).toBe('pt')
  })

  it('is found again on the page, also across what is emphasised', () => {
    const text = textOf(block('The <b>ra<i>in</i></b> falls.'))
    expect(rangeOf(text, { from: 4, to: 8 })?.toString()).toBe('rain')
    expect(rangeOf(text, { from: 0, to: text.text.length })?.toString()).toBe('The rain falls.')
    expect(rangeOf(text, { from: 90, to: 99 })).toBeUndefined()
  })

  it('that is gone, or was written anew and is shorter, is marked nowhere', () => {
    const text = textOf(block('The rain falls.'))
    const [bit] = text.bits
    if (bit?.node instanceof Text) bit.node.data = 'Dry'
    expect(rangeOf(text, { from: 9, to: 14 })).toBeUndefined()
    document.body.innerHTML = ''
    expect(rangeOf(text, { from: 0, to: 3 })).toBeUndefined()
  })
})

describe('the voice of a device', () => {
  const voice = (lang: string, localService: boolean, isDefault = false) =>
    ({ lang, localService, default: isDefault, name: lang, voiceURI: lang }) as SpeechSynthesisVoice

  it('is the one of the place, else one that needs no network', () => {
    const here = [
      voice('en-US', false, true),
      voice('en_GB', true),
      voice('en-AU', true),
      voice('pt-BR', true),
    ]
    expect(voiceOf(here, 'en-GB')?.lang).toBe('en_GB')
    expect(voiceOf(here, 'en')?.lang).toBe('en_GB')
    expect(voiceOf(here, 'pt-PT')?.lang).toBe('pt-BR')
    expect(voiceOf(here, 'de')).toBeUndefined()
    expect(voiceOf([], 'en')).toBeUndefined()
  })
})
