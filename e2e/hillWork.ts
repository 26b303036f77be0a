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
