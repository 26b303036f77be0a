// @vitest-environment jsdom
import { EMPTY_WORK, type TopicsPage, type WorkTrial } from '@oppen/contract'
import { cleanup, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeAll, describe, expect, it } from 'vitest'
import { type Answers, network, show } from '../../testing/screen.js'
import { PostForm } from './PostForm.js'

const trial: WorkTrial = { twice: [], times: [], load: [] }
const TRY = { 'POST /api/classes/k1/works/try': () => ({ json: trial }) } satisfies Answers
const page = { className: 'Tides', topics: [], groups: [] } as unknown as TopicsPage

beforeAll(() => {
  // jsdom has no layout: what scrolls or measures finds nothing
  globalThis.ResizeObserver ??= class {
    observe() {}
    unobserve() {}
    disconnect() {}
  }
})
afterEach(cleanup)

const form = (begun: { title?: string; posted?: boolean } = {}) =>
  show(
    <PostForm
      begun={{
        form: { ...EMPTY_WORK, kind: 'handout', title: begun.title ?? '' },
        workId: begun.posted ? ('w1' as never) : null,
        version: begun.posted ? 3 : 0,
        posted: begun.posted ?? false,
      }}
      page={page}
      plan={[]}
      files={[]}
      extensions={[]}
    />,
    { at: '/c/k1/post', path: '/c/:classId/post' },
  )

const title = () => screen.getByRole('textbox', { name: 'Title' }) as HTMLInputElement

describe('the form of a work', () => {
  it('says beside its field what is refused, and keeps everything typed', async () => {
    const refused = {
      status: 422,
      json: { error: { code: 'text_empty', params: { what: 'title' }, path: 'title' } },
    }
    const asked = network({ ...TRY, 'POST /api/classes/k1/works': () => refused })
    const { user, address } = form()
    await user.type(title(), '   ')
    await user.click(screen.getByRole('button', { name: 'Post' }))
    await waitFor(() => expect(title().getAttribute('aria-invalid')).toBe('true'))
    const said = document.getElementById(title().getAttribute('aria-describedby')?.split(' ').at(-1) ?? '')
    expect(said?.textContent).toMatch(/title/i)
    expect([title().value, address()]).toEqual(['   ', '/c/k1/post'])
    expect(asked.some(one => one.path.endsWith('/works'))).toBe(true)
  })

  it('saves a draft as one writes, and posts what stands there then', async () => {
    const asked = network({
      ...TRY,
      'POST /api/classes/k1/works': () => ({ json: { workId: 'w9', version: 1 } }),
      'PUT /api/classes/k1/works/w9': () => ({ json: { version: 2 } }),
    })
    const { user, address } = form()
    await user.type(title(), 'Tide table')
    await screen.findByText('Draft saved')
    const draft = asked.find(one => one.path === '/api/classes/k1/works')
    expect(draft?.body).toMatchObject({ draft: true, form: { title: 'Tide table', kind: 'handout' } })
    await user.type(title(), 's')
    await user.click(screen.getByRole('button', { name: 'Post' }))
    await waitFor(() => expect(address()).toBe('/c/k1/topics'))
    expect(asked.findLast(one => one.path === '/api/classes/k1/works/w9')?.body).toMatchObject({
      post: true,
      form: { title: 'Tide tables' },
    })
    // one work, however often it was saved
    expect(asked.filter(one => one.path === '/api/classes/k1/works')).toHaveLength(1)
  })

  it('changes what is posted only when that is said', async () => {
    const asked = network({ ...TRY, 'PUT /api/classes/k1/works/w1': () => ({ json: { version: 4 } }) })
    const { user, unmount } = form({ title: 'Tides', posted: true })
    await user.type(title(), '!')
    unmount()
    expect(asked.filter(one => one.method === 'PUT')).toEqual([])
  })
})
