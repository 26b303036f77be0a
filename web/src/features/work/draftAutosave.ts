import { compare, type Edition, idOf, type Joined, join, mergeTexts, type Saved } from '@oppen/core/draft'
import { Autosave, type Later } from '../../app/autosave.js'
import type { NotYet, Reached } from '../../app/delivery.js'

/** What one page holds of a draft on the device. */
export type LocalDraft = {
  readonly html: string
  /** The version on the server that it began from; null for a draft not made yet. */
  readonly base: Edition | null
  /** Whether the server has not confirmed it. */
  readonly dirty: boolean
  readonly at: number
  /** Other texts that are still to be kept among the versions. */
  readonly aside: readonly string[]
  /** Texts that the server has among the versions, to be given to it again if it is set back. */
  readonly given: readonly string[]
}

/** Two texts of one draft, and both as one. */
export type Held = { readonly mine: string; readonly theirs: Edition; readonly joined: Joined }

export type DraftStatus =
  | { readonly is: 'empty' }
  | { readonly is: 'here' | 'saving' }
  | { readonly is: 'saved'; readonly at: number }
  /** `lastAt` is when the server last had it; null for never. */
  | { readonly is: 'unsaved'; readonly lastAt: number | null; readonly why: NotYet }
  | { readonly is: 'refused'; readonly error: unknown }
  | ({ readonly is: 'conflict' } & Held)

export type Sending = {
  readonly html: string
  readonly base: number
  readonly run: string | null
  readonly chosen: boolean
  readonly aside: readonly string[]
}

/** How a save went: kept, or why not. */
export type SaveResult =
  | Reached<Saved & { readonly html: string | null }>
  | { readonly is: 'conflict'; readonly theirs: Edition }

/** The device's own store for exactly this draft of exactly this person. */
export type LocalDrafts = {
  /** What any page of this device holds of it, the newest first. */
  readonly all: () => readonly LocalDraft[]
  /** Keeps what this page holds; false where the device has no room. */
  readonly write: (local: LocalDraft) => boolean
  /** Forgets what other pages held, once this one has taken it in. */
  readonly settle: () => void
}

export type AutosaveWorld = {
  readonly save: (sending: Sending) => Promise<SaveResult>
  readonly locals: LocalDrafts
  readonly later: Later
  readonly now: () => number
}

const PAUSE = 600
/** So many texts go aside with one save. */
export const MOST_ASIDE = 5

/**
 * Keeps one draft safe: each change goes to the device's store at once and to the server after a pause. What
 * the server could not take is tried again until it has it; what a server set back has forgotten is given to it again.
 * Where the text was changed elsewhere meanwhile, both are held out to the writer, and nothing is written over unasked.
 */
export class DraftAutosave extends Autosave<DraftStatus> {
  /** The text as the writer should see it; `edition` counts how often it came from outside. */
  html: string
  edition = 0
  /** The device has no room: what is not yet on the server is on this page alone. */
  deviceFull = false
  #base: Edition | null
  #dirty = false
  #chosen = false
  #aside: string[] = []
  #given: string[] = []
  /** Texts that this page has had, by their hashes: meeting one of them is meeting oneself. */
  readonly #had = new Set<number>()
  readonly #template: string
  readonly #world: AutosaveWorld

  constructor(world: AutosaveWorld, server: Edition | undefined, template: string) {
    super(world.later, server ? { is: 'saved', at: server.savedAt } : { is: 'empty' })
    this.#world = world
    this.#template = template
    this.html = server?.html ?? template
    this.#base = server ?? null
    this.#resume(server)
  }

  /** Finds what pages of this device held and the server does not have. */
  #resume(server: Edition | undefined): void {
    const locals = this.#world.locals.all()
    const local = locals.find(one => one.dirty) ?? locals[0]
    if (!local) return
    // `server` may have been read before the last save from here: that save is nobody else's
    if (local.base) this.#had.add(hash(local.base.html))
    const others = locals.flatMap(one => {
      // what another page had saved before the server was set back is on this device alone
      const forgotten = ['ahead', 'apart'].includes(status(one, server))
      return [...(one.dirty || forgotten ? [one.html] : []), ...one.aside, ...(forgotten ? one.given : [])]
    })
    this.#aside = [...new Set(others)].filter(text => ![local.html, server?.html].includes(text))
    // what other pages gave the server to keep is looked after here from now on
    this.#given = [...new Set(locals.flatMap(one => one.given))]
    const stands = status(local, server)
    if (stands === 'ahead' || stands === 'apart') this.#giveAgain()
    if (local.html === this.html) return
    if (!local.dirty && (stands === 'same' || stands === 'behind')) return
    if (!server || stands === 'same' || stands === 'ahead') this.#adopt(local.html)
    else if (stands === 'behind' && server.html === local.base?.html) this.#adopt(local.html)
    else {
      // the choice is still open: the text here goes on from where it began, not from what it has not met yet
      this.#base = local.base
      this.#hold(local.html, server, stands === 'behind' ? (local.base?.html ?? this.#template) : null)
    }
  }

  /** The server was set back: what it was given to keep, it is given again. */
  #giveAgain(): void {
    this.#aside = [...new Set([...this.#given, ...this.#aside])]
    this.#given = []
  }

  #adopt(html: string): void {
    this.html = html
    this.edition += 1
    this.#dirty = true
    this.status = { is: 'here' }
  }

  /** Holds both texts out to the writer; `from` is what both came from, where that is known. */
  #hold(mine: string, theirs: Edition, from: string | null): void {
    const joined = from === null ? mergeTexts(mine, theirs.html) : join(from, mine, theirs.html)
    this.html = mine
    this.set({ is: 'conflict', mine, theirs, joined })
  }

  /** Sends what was found on the device, if anything was. Making an autosave only looks; this begins its work. */
  begin(): void {
    if (this.dirty) this.#keep()
    this.#world.locals.settle()
    if (this.dirty) this.schedule(0)
  }

  get version(): number {
    return this.#base?.version ?? 0
  }

  get dirty(): boolean {
    return this.#dirty || this.#aside.length > 0 || this.status.is === 'conflict'
  }

  /** The writer changed the text. */
  change(html: string): void {
    if (html === this.html) return
    this.#had.add(hash(this.html))
    this.html = html
    this.#dirty = true
    this.#keep()
    if (this.status.is === 'conflict') {
      // who types on during the choice has the newer text on their side of it
      const { theirs } = this.status
      this.#hold(html, theirs, this.#origin(theirs))
      return
    }
    if (this.status.is !== 'unsaved') this.set({ is: 'here' })
    this.schedule(PAUSE)
  }

  /** The page was given out anew: who has not begun sees it so. */
  given(template: string): void {
    if (this.#base || this.dirty || this.html === template || this.status.is !== 'empty') return
    this.html = template
    this.edition += 1
    this.set({ is: 'empty' })
  }

  #keep(): void {
    const { html, dirty } = this
    const held = {
      html,
      base: this.#base,
      dirty,
      at: this.#world.now(),
      aside: this.#aside,
      given: this.#given,
    }
    this.deviceFull = !this.#world.locals.write(held)
  }

  /** Sends what is not yet on the server; resolves when that has gone one way or the other. */
  async flush(): Promise<void> {
    this.callOff()
    await this.settled()
    if (!(this.#dirty || this.#aside.length) || this.status.is === 'conflict') return
    this.sending = this.#send()
    await this.sending
  }

  async #send(): Promise<void> {
    const sent = this.html
    const aside = this.#aside.slice(0, MOST_ASIDE)
    if (this.status.is !== 'unsaved') this.set({ is: 'saving' })
    const result = await this.#world.save({
      html: sent,
      base: this.version,
      run: this.#base && idOf(this.#base).run,
      chosen: this.#chosen,
      aside,
    })
    this.sending = undefined
    if (result.is === 'saved') {
      this.#aside = this.#aside.filter(text => !aside.includes(text))
      this.#given = [...this.#given, ...aside].slice(-MOST_ASIDE)
      this.#arrived(sent, { ...result.saved, html: result.saved.html ?? sent })
    } else if (result.is === 'conflict') this.#meet(result.theirs)
    else if (result.is === 'refused') this.set({ is: 'refused', error: result.error })
    else this.#failing(result.is)
  }

  #failing(why: NotYet): void {
    this.failing({ is: 'unsaved', lastAt: this.#base?.savedAt ?? null, why })
  }

  #arrived(sent: string, saved: Edition): void {
    this.#had.add(hash(sent))
    this.#base = saved
    this.#chosen = false
    this.succeeded()
    this.#dirty = this.html !== sent
    this.#keep()
    if (this.dirty) {
      this.set({ is: 'here' })
      this.schedule(PAUSE)
    } else this.set({ is: 'saved', at: saved.savedAt })
  }

  /** Meets another version while there is something unsaved here. */
  #meet(theirs: Edition): void {
    if (this.#origin(theirs) === null) this.#giveAgain()
    if (theirs.html === this.html) this.#arrived(this.html, theirs)
    else if (this.#had.has(hash(theirs.html)) || theirs.html === this.#base?.html) this.#goOnFrom(theirs)
    else {
      this.callOff()
      this.#hold(this.html, theirs, this.#origin(theirs))
      this.#keep()
    }
  }

  /** What the text here and another both came from; null where nobody knows. */
  #origin(theirs: Edition): string | null {
    if (!this.#base) return this.#template
    const stands = compare(this.#base, theirs)
    return stands === 'behind' || stands === 'same' ? this.#base.html : null
  }

  /** Nothing but what was here before stands on the server: this goes on from there. */
  #goOnFrom(theirs: Edition): void {
    this.#base = theirs
    this.#dirty = true
    this.#keep()
    this.set({ is: 'here' })
    this.schedule(0)
  }

  /** The server has another version, saved elsewhere: taken in where nothing here would be lost. */
  heard(server: Edition): void {
    if (this.sending || this.status.is === 'conflict') return
    const stands = this.#base ? compare(this.#base, server) : 'behind'
    if (stands === 'same') return
    if (stands === 'ahead' || stands === 'apart') this.#giveAgain()
    if (stands === 'ahead') this.#goOnFrom(server)
    else if (this.#dirty) this.#meet(server)
    else if (stands === 'behind' || server.html === this.html) this.#take(server)
    else this.#meet(server)
  }

  #take(server: Edition): void {
    this.#had.add(hash(this.html))
    this.html = server.html
    this.edition += 1
    this.#base = server
    this.#dirty = false
    this.#keep()
    this.set({ is: 'saved', at: server.savedAt })
  }

  /** Goes on with one text or with both as one; the others stay among the versions on the server. */
  choose(which: 'mine' | 'theirs' | 'joined'): void {
    if (this.status.is !== 'conflict') return
    const { mine, theirs, joined } = this.status
    this.html = { mine, theirs: theirs.html, joined: joined.html }[which]
    if (which !== 'mine') this.#aside = [...this.#aside, mine]
    // the server keeps its own text by itself, until it is set back
    this.#given = [...this.#given, theirs.html].slice(-MOST_ASIDE)
    this.edition += 1
    this.#chosen = true
    this.#goOnFrom(theirs)
  }
}

function status({ base }: LocalDraft, server: Edition | undefined) {
  if (!server) return 'ahead'
  return base ? compare(base, server) : 'behind'
}

/** A short name for a text (FNV-1a over its code units, two of them): equal texts have equal names. */
function hash(text: string): number {
  let one = 0x811c9dc5
  let other = 0x01000193
  for (let at = 0; at < text.length; at++) {
    const unit = text.charCodeAt(at)
    one = Math.imul(one ^ unit, 0x01000193)
    other = Math.imul(other ^ unit, 0x5bd1e995)
  }
  return (one >>> 0) * 0x200000 + (other >>> 11)
}
