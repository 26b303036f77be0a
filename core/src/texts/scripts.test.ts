import { describe, expect, it } from 'vitest'
import { SCRIPTS, type Script, scriptsIn } from './scripts.js'

/** The first article of the Universal Declaration of Human Rights begins so in each; from memory. */
const WRITTEN: Record<Script, string> = {
  general: 'Усі люди народжуються вільними',
  arabic: 'يولد جميع الناس',
  armenian: 'Բոլոր մարդիկ ծնվում են',
  bengali: 'সমস্ত মানুষ স্বাধীনভাবে',
  ethiopic: 'የሰው ልጅ ሁሉ',
  georgian: 'ყველა ადამიანი',
  gujarati: 'પ્રતિષ્ઠા અને અધિકારોની',
  gurmukhi: 'ਸਾਰਾ ਮਨੁੱਖੀ ਪਰਿਵਾਰ',
  hebrew: 'כל בני אדם נולדו',
  kannada: 'ಎಲ್ಲಾ ಮಾನವರೂ',
  khmer: 'មនុស្សទាំងអស់',
  lao: 'ມະນຸດທຸກຄົນ',
  malayalam: 'മനുഷ്യരെല്ലാവരും',
  myanmar: 'လူတိုင်းသည်',
  sinhala: 'සියලු මනුෂ්‍යයෝ',
  tamil: 'மனிதப் பிறவியினர்',
  telugu: 'ప్రతిపత్తిస్వత్వముల',
  thai: 'มนุษย์ทั้งหลาย',
  chinese: '人人生而自由',
  japanese: 'すべての',
  korean: '모든 인간은',
}

describe('the writing systems of a text', () => {
  it.each(SCRIPTS)('%s is known by its signs, among Latin words', script => {
    expect(scriptsIn(`Name: ${WRITTEN[script]}, year 6`)).toEqual([script])
  })

  it('are none in what Oppen’s own letters, signs and small pictures cover', () => {
    expect(scriptsIn('Łukasz Šťastný wrote “½ × 3 ≤ 2” — 😀 → ok…')).toEqual([])
  })

  it('are several where a text has several, also in signs beyond 65,535', () => {
    expect(scriptsIn('𠀋 и ก')).toEqual(['general', 'thai', 'chinese'])
  })

  it('cover Greek, Vietnamese and Hindi by one', () => {
    for (const text of ['Όλοι οι άνθρωποι', 'Tất cả mọi người', 'सभी मनुष्यों को'])
      expect(scriptsIn(text)).toEqual(['general'])
  })
})
