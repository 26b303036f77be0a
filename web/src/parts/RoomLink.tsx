import { Video } from 'lucide-react'
import { say } from '../words/say.js'

/** The way into the meeting room of a lesson, in a page of its own. */
export function RoomLink({ room }: { readonly room: string }) {
  return (
    <a
      href={room}
      target="_blank"
      rel="noreferrer"
      className="inline-flex min-h-6 items-baseline gap-1 text-blue underline underline-offset-2"
    >
      <Video size={14} aria-hidden="true" className="translate-y-[2px]" />
      {say('today_room')}
    </a>
  )
}
