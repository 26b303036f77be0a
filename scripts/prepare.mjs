import { browser, built } from './lib.mjs'

/** What journeys need: the screens and the server, built, and a browser. */
built()
browser()
