import type { Language } from '@oppen/core/register'
import type { MailMessage } from './mailTransport.js'

/** A message with which a school checks whether its mail arrives. */
export const testMail = ({ to, school }: { readonly to: string; readonly school: string }): MailMessage => ({
  to,
  subject: `${school}: test message from Oppen`,
  text: `Hello,

This is a test message from Oppen at ${school}. It arrived, so invitations and password resets will too. There is nothing you need to do.
`,
})

export type InvitationMail = {
  readonly to: string
  readonly language: Language
  readonly childName: string
  readonly className: string
  readonly teacherName: string
  readonly school: string
  readonly address: string
  /** The last day on which the invitation can be taken, in words. */
  readonly until: string
}

type Filled = Omit<InvitationMail, 'to' | 'language'>

const INVITATION: Readonly<Record<Language, (f: Filled) => { subject: string; text: string }>> = {
  en: f => ({
    subject: `${f.childName}: follow the class ${f.className}`,
    text: `Hello,

${f.teacherName} invites you to follow ${f.childName} in ${f.className} at ${f.school}: what is due, what was handed in and what the teachers say.

Open this address and choose a password of your own:
${f.address}

It works once, until ${f.until}. If you do not know ${f.childName}, please do nothing; nobody will learn your address.
`,
  }),
  pt: f => ({
    subject: `${f.childName}: acompanhe a turma ${f.className}`,
    text: `Olá,

${f.teacherName} convida-o a acompanhar ${f.childName} em ${f.className}, ${f.school}: o que há para entregar, o que foi entregue e o que os professores dizem.

Abra este endereço e escolha uma palavra-passe sua:
${f.address}

Funciona uma vez, até ${f.until}. Se não conhece ${f.childName}, não faça nada; ninguém fica a saber o seu endereço.
`,
  }),
  es: f => ({
    subject: `${f.childName}: siga la clase ${f.className}`,
    text: `Hola:

${f.teacherName} le invita a seguir a ${f.childName} en ${f.className}, ${f.school}: qué hay que entregar, qué se ha entregado y qué dicen los profesores.

Abra esta dirección y elija una contraseña propia:
${f.address}

Funciona una vez, hasta ${f.until}. Si no conoce a ${f.childName}, no haga nada; nadie sabrá su dirección.
`,
  }),
  fr: f => ({
    subject: `${f.childName} : suivre la classe ${f.className}`,
    text: `Bonjour,

${f.teacherName} vous invite à suivre ${f.childName} en ${f.className}, ${f.school} : ce qui est à rendre, ce qui a été rendu et ce que disent les enseignants.

Ouvrez cette adresse et choisissez un mot de passe :
${f.address}

Elle sert une fois, jusqu’au ${f.until}. Si vous ne connaissez pas ${f.childName}, ne faites rien ; personne ne saura votre adresse.
`,
  }),
  de: f => ({
    subject: `${f.childName}: die Klasse ${f.className} begleiten`,
    text: `Guten Tag,

${f.teacherName} lädt Sie ein, ${f.childName} in ${f.className}, ${f.school}, zu begleiten: was ansteht, was abgegeben wurde und was die Lehrkräfte sagen.

Öffnen Sie diese Adresse und wählen Sie ein eigenes Passwort:
${f.address}

Sie gilt einmal, bis ${f.until}. Wenn Sie ${f.childName} nicht kennen, tun Sie bitte nichts; niemand erfährt Ihre Adresse.
`,
  }),
}

/** Invites somebody to follow a child, in the family's language. */
export function invitationMail({ to, language, ...filled }: InvitationMail): MailMessage {
  return { to, ...INVITATION[language](filled) }
}

export type ResetMail = {
  readonly to: string
  readonly name: string
  readonly school: string
  readonly address: string
}

type ConfirmMail = {
  readonly to: string
  readonly name: string
  readonly school: string
  readonly address: string
}

/** Asks whoever reads the mail of an address whether it is theirs. */
export const confirmMail = ({ to, name, school, address }: ConfirmMail): MailMessage => ({
  to,
  subject: `Is this your address? Oppen, ${school}`,
  text: `Hello,

${name} entered this address in Oppen at ${school}, to sign in with and to get a new password if they forget theirs. If that was you, open this address within two days:
${address}

If it was not you, do nothing: it will not be used.
`,
})

/** Lets somebody choose a new password. */
export function resetMail({ to, name, school, address }: ResetMail): MailMessage {
  return {
    to,
    subject: `A new password for Oppen, ${school}`,
    text: `Hello ${name},

Somebody, most likely you, asked for a new password. Open this address within an hour and choose one:
${address}

If it was not you, do nothing: your password stays as it is.
`,
  }
}
