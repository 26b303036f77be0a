import { afterAll, describe, expect, it } from 'vitest'
import { readPdf } from '../testing/readBack.js'
import { makeWorkers } from '../workers/workers.js'

const workers = makeWorkers()
afterAll(() => workers.close())

/** "All people are born free", or its first words, in the writing systems of the world; from memory. */
const SENTENCES = [
  'Усі люди народжуються вільними',
  'Όλοι οι άνθρωποι',
  'Tất cả mọi người',
  'सभी मनुष्यों को',
  'يولد جميع الناس أحرارا',
  'Բոլոր մարդիկ',
  'সকল মানুষ',
  'የሰው ልጅ ሁሉ',
  'ყველა ადამიანი',
  'બધા માનવ',
  'ਸਾਰਾ ਮਨੁੱਖੀ',
  'כל בני אדם',
  'ಎಲ್ಲಾ ಮಾನವರೂ',
  'មនុស្ស',
  'ມະນຸດ',
  'മനുഷ്യ',
  'လူတိုင်း',
  'සියලු',
  'மனித',
  'ప్రతిపత్తిస్వత్వముల',
  'มนุษย์',
  '人人生而自由',
  'すべての人間',
  '모든 인간은',
]

const letters = (text: string) => Array.from(text.normalize('NFKD').replace(/\s/g, '')).sort()

describe('letters that Oppen’s own do not have', () => {
  it.each(SENTENCES)('stand on a written page: %s', async sentence => {
    const pdf = await workers.documents.run('print', {
      title: 'Rain',
      html: `<p>${sentence}</p><p><strong>${sentence}</strong></p>`,
      foot: '',
      pictures: new Map(),
    })
    const { pages } = await readPdf(pdf)
    const [page] = pages
    // glyphs that are made of several letters are read in the order in which they are drawn
    expect(page?.text).not.toContain('□')
    const found = letters(page?.text.replace('Rain', '').replace('1 / 1', '') ?? '')
    for (const letter of new Set(letters(sentence))) expect(found).toContain(letter)
  })

  it('stand on the cards of keys, and a name that reads from right to left turns nothing else', async () => {
    const names = ['王小明', 'محمد علي', 'Олена Шевчук', 'সমস্ত মানুষ', '김민준']
    const cards = names.map(name => ({
      name,
      className: 'Garden Science',
      teacherName: 'Ms Varga',
      key: 'ABCDEFGHJKLMNPQR',
      kind: 'home' as const,
      language: 'en' as const,
    }))
    const { pages } = await readPdf(
      await workers.documents.run('cards', { cards, origin: 'http://oppen.test' }),
    )
    const text = pages.map(page => page.text).join(' ')
    expect(text).not.toContain('□')
    // signs of one word may come from several files, which a reader finds in pieces
    for (const name of ['王小明', 'ОленаШевчук', '김민준']) expect(text.replace(/\s/g, '')).toContain(name)
    for (const part of ['محمد', 'علي']) expect(text).toContain(part)
    expect(text.match(/’s key for home|'s key for home/g)).toHaveLength(names.length)
  })

  it('that no font has stand as a box', async () => {
    // Linear B is in none of the fonts
    const pdf = await workers.documents.run('print', {
      title: 'Rain',
      html: '<p>\u{10000}</p>',
      foot: '',
      pictures: new Map(),
    })
    expect((await readPdf(pdf)).pages[0]?.text).toContain('□')
  })
})
