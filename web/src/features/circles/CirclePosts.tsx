import type { CirclePage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Empty, NewMark, Problem } from '../../parts/Feedback.js'
import { LazyEditor } from '../../parts/LazyEditor.js'
import { Row, Section } from '../../parts/Sheet.js'
import { Written } from '../../parts/Written.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'

/** What was written in a circle, the newest first, and something more. */
export function CirclePosts({ circle }: { readonly circle: CirclePage }) {
  const [before] = useState(circle.readAt)
  return (
    <Section title={say('circle_posts')}>
      <Write circle={circle} />
      {!circle.posts.length && (
        <Row>
          <Empty>{say('circle_posts_none')}</Empty>
        </Row>
      )}
      <ul>
        {circle.posts.map(post => (
          <Post
            key={post.id}
            post={post}
            circle={circle}
            isNew={!post.mine && (before === null || post.at > before)}
          />
        ))}
      </ul>
    </Section>
  )
}

function Write({ circle }: { readonly circle: CirclePage }) {
  const [html, setHtml] = useState('')
  const [edition, setEdition] = useState(0)
  const post = useCommand({
    do: () => call(routes.postInCircle, { circleId: circle.id }, { html }),
    again: [reads.circle(circle.id).queryKey],
    done: () => {
      setHtml('')
      setEdition(edition + 1)
    },
  })
  return (
    <Row className="pb-3">
      <div className="flex max-w-2xl flex-col gap-2">
        <LazyEditor key={edition} label={say('circle_post')} html={html} onChange={setHtml} />
        {post.words && <Problem words={post.words} />}
        <div>
          <Button variant="primary" onClick={() => post.go()} disabled={post.busy || !html}>
            {say('circle_post_go')}
          </Button>
        </div>
      </div>
    </Row>
  )
}

type PostProps = {
  readonly post: CirclePage['posts'][number]
  readonly circle: CirclePage
  readonly isNew: boolean
}

function Post({ post, circle, isNew }: PostProps) {
  const time = useNow()
  const at = when(post.at, time)
  const keeps = circle.members.some(member => member.mine && member.role === 'administrator')
  const remove = useCommand({
    do: () => call(routes.removePost, { circleId: circle.id, postId: post.id }),
    again: [reads.circle(circle.id).queryKey],
  })
  return (
    <Row as="li" margin={at} className="border-b border-rule py-3">
      <p className="flex items-baseline gap-3 font-semibold">
        {post.by}
        {isNew && <NewMark>{say('new')}</NewMark>}
        {(post.mine || keeps) && (
          <Button
            variant="quiet"
            className="!min-h-0 !py-0 text-sm"
            aria-label={say('circle_post_remove', { at })}
            onClick={() => remove.go()}
            disabled={remove.busy}
          >
            {say('circle_remove_short')}
          </Button>
        )}
      </p>
      <Written html={post.html} className="max-w-prose" />
      {remove.words && <Problem words={remove.words} />}
    </Row>
  )
}
