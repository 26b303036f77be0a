import { expect, type Page } from '@playwright/test'

/** A piece of work of the demo with directions of a few lines, that pupils of Garden Science find on Today. */
export const HILL = 'Why the hill is wetter than the harbour'
export const directions = (page: Page) => page.getByText(/^Read the page about the hill/).last()

export async function openHill(page: Page): Promise<void> {
  await page
    .getByRole('link', { name: new RegExp(HILL) })
    .first()
    .click()
  await expect(directions(page)).toBeVisible()
}

/** What is marked on the page as being heard. */
export const marked = (page: Page, what: 'word' | 'sentence') =>
  page.evaluate(name => {
    const [range] = (CSS.highlights.get(name) ?? []) as Iterable<Range>
    return range?.toString() ?? ''
  }, `spoken-${what}`)

/** Writes down each word that is marked from now on, also one that is heard for a moment only. */
export const listen = (page: Page) =>
  page.evaluate(() => {
    const words: string[] = []
    Object.assign(window, { heardWords: words })
    const look = () => {
      const [range] = (CSS.highlights.get('spoken-word') ?? []) as Iterable<Range>
      const word = range?.toString() ?? ''
      if (word && word !== words.at(-1)) words.push(word)
      requestAnimationFrame(look)
    }
    look()
  })
export const heard = (page: Page) =>
  page.evaluate(() => (window as unknown as { heardWords: string[] }).heardWords.join(' '))

export const bar = (page: Page) => page.getByRole('toolbar', { name: 'Read aloud' })

/** Presses a word of a text, in its middle. */
export async function pressWord(page: Page, text: RegExp, word: string): Promise<void> {
  const at = await page
    .getByText(text)
    .last()
    .evaluate((element, word) => {
      element.scrollIntoView({ block: 'center', behavior: 'instant' })
      const walker = document.createTreeWalker(element, NodeFilter.SHOW_TEXT)
      while (walker.nextNode()) {
        const from = walker.currentNode.textContent?.indexOf(word) ?? -1
        if (from < 0) continue
        const range = document.createRange()
        range.setStart(walker.currentNode, from)
        range.setEnd(walker.currentNode, from + word.length)
        const { left, top, width, height } = range.getBoundingClientRect()
        return { x: left + width / 2, y: top + height / 2 }
      }
      throw new Error(`there is no ${word}`)
    }, word)
  await page.mouse.click(at.x, at.y)
}
