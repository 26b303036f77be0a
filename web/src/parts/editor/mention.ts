import { mergeAttributes, Node } from '@tiptap/core'

/** Whom a message mentions: an account, a group or all, and how they are called. The server puts in the name that holds. */
export const Mention = Node.create({
  name: 'mention',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes() {
    return {
      target: {
        default: '',
        parseHTML: (element: HTMLElement) => element.getAttribute('data-mention') ?? '',
        renderHTML: ({ target }: { target: string }) => ({ 'data-mention': target }),
      },
      name: {
        default: '',
        parseHTML: (element: HTMLElement) => (element.textContent ?? '').replace(/^@/, ''),
        renderHTML: () => ({}),
      },
    }
  },
  parseHTML: () => [{ tag: 'span[data-mention]' }],
  renderHTML: ({ node, HTMLAttributes }) => ['span', mergeAttributes(HTMLAttributes), `@${node.attrs.name}`],
  renderText: ({ node }) => `@${node.attrs.name}`,
})
