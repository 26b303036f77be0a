import { dictionary } from 'cmu-pronouncing-dictionary'
import fc from 'fast-check'
import createHyphenator from 'hyphen'
import portuguese from 'hyphen/patterns/pt.js'
import { syllable } from 'syllable'
import { describe, expect, it } from 'vitest'
import { knowsSyllables, syllablesOf, syllableTimes } from './index.js'

const parted = (word: string, language: string) => syllablesOf(word, language)?.join('·')
const share = (hits: readonly boolean[]) => hits.filter(Boolean).length / hits.length

describe('the syllables of an English word', () => {
  it('part as a reader in school hears them', () => {
    const words =
      'a·bout lit·tle peo·ple com·put·er gar·den rain·fall mea·sur·ing beau·ti·ful i·de·a wa·tered seed·lings um·brel·la tem·per·a·ture ' +
      'straw·ber·ry ap·ple sci·ence qui·et friend be·cause ev·ery·bod·y com·post but·ter·fly li·on pi·a·no plant·ed want·ed jumped ' +
      'box·es run·ning com·plete·ly play·ing yel·low be·yond queen squir·rel through eight ra·di·o be·ing eas·i·er mil·lion'
    expect(words.split(' ').map(word => parted(word.replaceAll('·', ''), 'en-GB'))).toEqual(words.split(' '))
  })

  it('are as many as a dictionary of pronunciations counts for 92 in 100 of its words, names of people among them, and more often than a package that counts', () => {
    // The CMU Pronouncing Dictionary (Carnegie Mellon University): each vowel has a digit for its stress
    const words = Object.keys(dictionary)
      .filter(word => /^[a-z]{3,12}$/.test(word))
      .filter((_, index) => index % 10 === 0)
    const wanted = new Map(words.map(word => [word, dictionary[word]?.match(/\d/g)?.length]))
    const ours = share(words.map(word => syllablesOf(word, 'en')?.length === wanted.get(word)))
    expect(words.length).toBeGreaterThan(10_000)
    expect(ours).toBeGreaterThan(0.92)
    expect(ours).toBeGreaterThan(share(words.map(word => syllable(word) === wanted.get(word))) - 0.005)
  })
})

describe('the syllables of a Portuguese word', () => {
  it('part as the examples of the Acordo Ortográfico of 1990, Base XX, do (quoted from memory)', () => {
    const breaks =
      'a-blução ce-lebrar du-plicação re-primir a-clamar de-creto de-glutição re-grado a-tlético cáte-dra períme-tro a-fluir a-fricano ' +
      'ne-vrose ab-dicar op-tar sub-por ab-soluto af-ta íp-silon ob-viar des-cer dis-ciplina flores-cer nas-cer res-cisão ac-ne ' +
      'ad-mirável rit-mo sub-meter am-nésico cor-roer pror-rogar as-segurar sos-segar contex-to ex-citar am-bição desen-ganar en-xame ' +
      'man-chu em-blema ex-plicar in-cluir ins-crição subs-crever trans-gredir ala-úde áre-as co-ordenar do-er perdo-as vo-os ' +
      'ai-roso cadei-ra ora-ção sacris-tães traves-sões á-gua averi-guei'
    for (const broken of breaks.split(' ')) {
      const [first = '', rest = ''] = broken.split('-')
      const syllables = syllablesOf(first + rest, 'pt-PT') ?? []
      const begins = syllables.map((_, index) => syllables.slice(0, index).join('').length)
      expect([broken, begins.includes(first.length)]).toEqual([broken, true])
    }
  })

  it('part vowels that are no falling diphthong', () => {
    const words =
      'ra·i·nha ju·iz a·in·da sa·iu a·la·ú·de pa·ís sa·í·da his·tó·ri·a chu·va jar·dim quei·jo quen·te guer·ra am·bí·guo prai·a ba·ú ' +
      'ru·im pão mãe põe Eu·ro·pa quan·do mi·nho·ca mu·lhe·res'
    expect(words.split(' ').map(word => parted(word.replaceAll('·', ''), 'pt'))).toEqual(words.split(' '))
  })

  it('begin at 98 in 100 of the places where a hyphenation dictionary breaks words', () => {
    // the patterns of TeX for Portuguese (Pedro J. de Rezende, 1987, and J. J. Dias Almeida, 1994), by the package `hyphen`
    const hyphenate = createHyphenator(portuguese, { hyphenChar: '|', minWordLength: 1 })
    const hits = PORTUGUESE.split(' ').flatMap(word => {
      const parts = hyphenate(word).split('|')
      const syllables = syllablesOf(word, 'pt') ?? []
      const begins = new Set(syllables.map((_, index) => syllables.slice(0, index).join('').length))
      return parts.slice(1).map((_, index) => begins.has(parts.slice(0, index + 1).join('').length))
    })
    expect(hits.length).toBeGreaterThan(200)
    expect(share(hits)).toBeGreaterThan(0.98)
  })
})

/** Words of a school day (common practice). */
const PORTUGUESE =
  'escola professora caderno lápis borracha mochila recreio biblioteca matemática ciências história geografia português leitura escrita ' +
  'desenho música ginástica jardim semente planta folha flor árvore fruto raiz caule terra água chuva nuvem vento temperatura ' +
  'termómetro medida quadro gráfico tabela semana segunda terça quarta quinta sexta sábado domingo janeiro fevereiro março abril maio ' +
  'junho julho agosto setembro outubro novembro dezembro amigo família irmão avó casa janela porta cozinha comida queijo laranja maçã ' +
  'cenoura batata tomate abelha formiga minhoca borboleta caracol pássaro coelho cavalo galinha peixe rápido devagar bonito pequeno ' +
  'grande vermelho amarelo verde azul branco preto perguntar responder escrever contar medir plantar regar colher observar trabalho ' +
  'exercício resposta pergunta palavra sílaba frase texto página título autor ilustração personagem aventura viagem montanha floresta ' +
  'praia areia oceano estrela planeta computador telefone mensagem reunião encarregado educação avaliação entregar corrigir'

describe('syllables', () => {
  it('make the word again, whatever it is, and none is empty', () => {
    const letters = fc.stringMatching(/^[a-zA-Zà-öø-ÿ'’-]{1,40}$/)
    fc.assert(
      fc.property(letters, fc.constantFrom('en', 'pt'), (word, language) => {
        const syllables = syllablesOf(word, language)
        if (!syllables) return
        expect(syllables.join('')).toBe(word)
        expect(syllables.every(Boolean)).toBe(true)
      }),
      { numRuns: 2_000 },
    )
  })

  it('keep capitals, hyphens and apostrophes where they are', () => {
    expect(['WATER', 'well-kept', 'don’t', 'Ada’s'].map(word => parted(word, 'en'))).toEqual([
      'WA·TER',
      'well-·kept',
      'don’t',
      'A·da’s',
    ])
  })

  it('of a language that is not known, or of what is no word of its letters, are not guessed', () => {
    expect(syllablesOf('Regen', 'de')).toBeUndefined()
    expect(
      ['дощ', '12', '', 'rain!', 'a'.repeat(41), 'x'.repeat(1_000_000)].map(word => syllablesOf(word, 'en')),
    ).toEqual(Array(6).fill(undefined))
    expect([knowsSyllables('pt-BR'), knowsSyllables('EN'), knowsSyllables('uk')]).toEqual([true, true, false])
  })
})

describe('when each syllable is heard', () => {
  // as the synthesizer tells of the word at 90 words a minute
  const little = [
    { sign: 'l', at: 0 },
    { sign: 'ˈɪ', at: 0.179 },
    { sign: 't', at: 0.384 },
    { sign: 'əl', at: 0.433 },
    { sign: '', at: 0.659 },
  ]
  it('is with the last consonant before its vowel', () => {
    expect(syllableTimes(little, 2)).toEqual([0, 0.384])
    const about = [
      { sign: 'ɐ', at: 0 },
      { sign: 'b', at: 0.159 },
      { sign: 'ˈaʊ', at: 0.316 },
      { sign: 't', at: 0.808 },
    ]
    expect(syllableTimes(about, 2)).toEqual([0, 0.159])
    const idea = [
      { sign: 'aɪ', at: 0.01 },
      { sign: 'd', at: 0.2 },
      { sign: 'ˈiː', at: 0.3 },
      { sign: 'ə', at: 0.5 },
    ]
    expect(syllableTimes(idea, 3)).toEqual([0.01, 0.2, 0.5])
  })

  it('is not known where other vowels are heard than are written', () => {
    expect(syllableTimes(little, 3)).toBeUndefined()
    expect(syllableTimes([], 1)).toBeUndefined()
    expect(syllableTimes([{ sign: '', at: 0 }], 0)).toBeUndefined()
  })
})
