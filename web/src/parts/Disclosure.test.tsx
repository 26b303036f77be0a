// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, expect, it } from 'vitest'
import { Disclosure } from './Disclosure.js'

afterEach(cleanup)

let made = 0
const Inside = () => {
  made++
  return <p>inside</p>
}

it('makes what is in it when it is first opened, and keeps it', async () => {
  render(
    <Disclosure title="More">
      <Inside />
    </Disclosure>,
  )
  expect(screen.queryByText('inside')).toBeNull()
  await userEvent.click(screen.getByText('More'))
  expect(screen.getByText('inside')).toBeDefined()
  const once = made
  await userEvent.click(screen.getByText('More'))
  expect(screen.getByText('inside')).toBeDefined()
  expect(made).toBe(once)
})

it('opens by itself when it is led to later, and can be closed all the same', async () => {
  const at = (open: boolean) => (
    <Disclosure title="Thread" open={open}>
      <p>inside</p>
    </Disclosure>
  )
  const { rerender, container } = render(at(false))
  rerender(at(true))
  const details = container.querySelector('details') as HTMLDetailsElement
  expect(details.open).toBe(true)
  await userEvent.click(screen.getByText('Thread'))
  rerender(at(true))
  expect(details.open).toBe(false)
})
