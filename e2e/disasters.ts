import { cp, rm } from 'node:fs/promises'
import type { School } from './school.js'

/** What can befall a server: killed in the middle of something, and set back to an earlier backup. */
export class Disasters {
  readonly #school: School
  readonly #backup: string

  constructor(school: School) {
    this.#school = school
    this.#backup = `${school.folder}.backup`
  }

  async backUp(): Promise<void> {
    await this.#school.stop()
    await rm(this.#backup, { recursive: true, force: true })
    await cp(this.#school.folder, this.#backup, { recursive: true })
    await this.#school.start()
  }

  async setBack(): Promise<void> {
    await this.#school.stop('SIGKILL')
    await rm(this.#school.folder, { recursive: true, force: true })
    await cp(this.#backup, this.#school.folder, { recursive: true })
    await this.#school.start()
  }

  /** Killed hard while something is under way. */
  async killDuring(going: Promise<unknown>): Promise<void> {
    await this.#school.stop('SIGKILL')
    await going
    await this.#school.start()
  }
}
