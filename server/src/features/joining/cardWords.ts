import type { Language } from '@oppen/core/register'
import type { KeyKind } from './models.js'

export type CardSaid = { readonly address: string; readonly name: string; readonly teacherName: string }

type CardWords = {
  readonly title: Readonly<Record<KeyKind, string>>
  readonly how: Readonly<Record<KeyKind, (said: CardSaid) => string>>
  readonly lost: (said: CardSaid) => string
}

/** What stands on a key card, in each language that families read. */
export const CARD_WORDS: Readonly<Record<Language, CardWords>> = {
  en: {
    title: { home: 'Home key', family: 'Family key' },
    how: {
      home: ({ address, name }) =>
        `Open ${address} and type this key, or scan the QR code. It is ${name}’s key for home.`,
      family: ({ address }) =>
        `Open ${address} and type this key, or scan the QR code. Then enter your name and choose a password.`,
    },
    lost: ({ teacherName }) => `Lost? Tell ${teacherName}: the old key stops working at once.`,
  },
  pt: {
    title: { home: 'Chave de casa', family: 'Chave da família' },
    how: {
      home: ({ address, name }) =>
        `Abra ${address} e escreva esta chave, ou leia o quadrado. Abre o trabalho de ${name}.`,
      family: ({ address }) =>
        `Abra ${address} e escreva esta chave, ou leia o quadrado. Depois escolha um nome e uma palavra-passe.`,
    },
    lost: ({ teacherName }) => `Perdeu-a? Avise ${teacherName}: a chave antiga deixa logo de servir.`,
  },
  es: {
    title: { home: 'Llave de casa', family: 'Llave de la familia' },
    how: {
      home: ({ address, name }) =>
        `Abra ${address} y escriba esta llave, o escanee el cuadrado. Abre el trabajo de ${name}.`,
      family: ({ address }) =>
        `Abra ${address} y escriba esta llave, o escanee el cuadrado. Luego elija un nombre y una contraseña.`,
    },
    lost: ({ teacherName }) =>
      `¿Perdida? Avise a ${teacherName}: la llave antigua deja de servir al momento.`,
  },
  fr: {
    title: { home: 'Clé de la maison', family: 'Clé de la famille' },
    how: {
      home: ({ address, name }) =>
        `Ouvrez ${address} et tapez cette clé, ou scannez le carré. Elle ouvre le travail de ${name}.`,
      family: ({ address }) =>
        `Ouvrez ${address} et tapez cette clé, ou scannez le carré. Choisissez ensuite un nom et un mot de passe.`,
    },
    lost: ({ teacherName }) => `Perdue ? Prévenez ${teacherName} : l’ancienne clé cesse aussitôt de servir.`,
  },
  de: {
    title: { home: 'Schlüssel für zu Hause', family: 'Familienschlüssel' },
    how: {
      home: ({ address, name }) =>
        `Öffnen Sie ${address} und tippen Sie diesen Schlüssel, oder scannen Sie das Quadrat. Er öffnet die Arbeiten von ${name}.`,
      family: ({ address }) =>
        `Öffnen Sie ${address} und tippen Sie diesen Schlüssel, oder scannen Sie das Quadrat. Wählen Sie dann Namen und Passwort.`,
    },
    lost: ({ teacherName }) =>
      `Verloren? Sagen Sie ${teacherName} Bescheid: Der alte Schlüssel gilt sofort nicht mehr.`,
  },
}
