import type { Language } from '@oppen/core/register'
import { sayIn } from '../../words/index.js'
import type { MailMessage } from './mailTransport.js'

type Addressed = { readonly to: string; readonly language: Language }

/** A message by the name of its wording, in the language of whoever reads it. */
const message = (
  name: 'test' | 'invitation' | 'confirm' | 'reset',
  { to, language, ...said }: Addressed & Readonly<Record<string, string>>,
): MailMessage => {
  const say = sayIn(language)
  return { to, subject: say(`mail_${name}_subject`, said), text: say(`mail_${name}_text`, said) }
}

/** A message with which a school checks whether its mail arrives. */
export const testMail = (said: Addressed & { readonly school: string }): MailMessage => message('test', said)

export type InvitationMail = Addressed & {
  readonly childName: string
  readonly className: string
  readonly teacherName: string
  readonly school: string
  readonly address: string
  /** The last day on which the invitation can be taken, in words. */
  readonly until: string
}

/** Invites somebody to follow a child, in the family's language. */
export const invitationMail = (said: InvitationMail): MailMessage => message('invitation', said)

type AccountMail = Addressed & { readonly name: string; readonly school: string; readonly address: string }

/** Asks whoever reads the mail of an address whether it is theirs. */
export const confirmMail = (said: AccountMail): MailMessage => message('confirm', said)

/** Lets somebody choose a new password. */
export const resetMail = (said: AccountMail): MailMessage => message('reset', said)
