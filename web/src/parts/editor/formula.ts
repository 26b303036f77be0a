import { mergeAttributes, Node } from '@tiptap/core'

declare module '@tiptap/core' {
  interface Commands<ReturnType> {
    formula: {
      /** Puts a formula where the cursor stands, or in place of the one that is chosen. */
      setFormula: (tex: string) => ReturnType
    }
  }
}

/** The most characters of one formula. */
export const MOST_TEX = 500

/** A formula in a line of text, kept as the TeX that was typed; how it looks is worked out where it is shown. */
export const Formula = Node.create({
  name: 'formula',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes() {
    return {
      tex: {
        default: '',
        parseHTML: (element: HTMLElement) => element.getAttribute('data-tex') ?? '',
        renderHTML: ({ tex }: { tex: string }) => ({ 'data-tex': tex }),
      },
    }
  },
  parseHTML: () => [{ tag: 'span[data-tex]' }],
  renderHTML: ({ node, HTMLAttributes }) => ['span', mergeAttributes(HTMLAttributes), node.attrs.tex],
  renderText: ({ node }) => node.attrs.tex,
  addCommands() {
    return {
      setFormula:
        tex =>
        ({ commands }) =>
          commands.insertContent({ type: this.name, attrs: { tex: tex.slice(0, MOST_TEX) } }),
    }
  },
  addNodeView() {
    return ({ node }) => {
      const dom = document.createElement('span')
      dom.dataset.tex = node.attrs.tex
      void import('../formulas.js').then(({ drawFormula }) => drawFormula(dom, node.attrs.tex))
      return { dom }
    }
  },
})
