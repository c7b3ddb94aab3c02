import type { Page } from '@playwright/test'

/** What the system of sizes allows (docs/look.md): heights of controls and sizes of text, in px; from 36 on, text is a count. */
export const HEIGHTS = [24, 32, 40]
export const TEXTS = [12, 13, 15, 16, 20, 24, 36, 60, 96, 128]

/** What a page looks like, measured: heights of outlined and filled controls, sizes of text, and by name what falls out of the system: faint outlines, words that lie on words. */
export const measureLook = (page: Page) =>
  page.evaluate(() => {
    const seen = (element: Element) => {
      const { width, height } = element.getBoundingClientRect()
      const { visibility, opacity } = getComputedStyle(element)
      return width > 1 && height > 1 && visibility !== 'hidden' && opacity !== '0' && !element.closest('.sr-only')
    }
    const colour = (css: string) =>
      css
        .match(/rgba?\(([^)]*)\)/)?.[1]
        ?.split(/[ ,/]+/)
        .map(Number) ?? []
    const luminance = ([r = 0, g = 0, b = 0]: number[]) =>
      [0.2126, 0.7152, 0.0722].reduce((sum, share, i) => {
        const c = [r, g, b][i]! / 255
        return sum + share * (c <= 0.03928 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4)
      }, 0)
    /** The colour under an element: the nearest ground around it that is not clear. */
    const groundOf = (element: Element | null): number[] => {
      for (let one = element; one; one = one.parentElement) {
        const ground = colour(getComputedStyle(one).backgroundColor)
        if (ground.length === 3 || ground[3] === 1) return ground
      }
      return [255, 255, 255]
    }
    const contrast = (a: number[], b: number[]) => {
      const [more, less] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number]
      return (more + 0.05) / (less + 0.05)
    }
    /** Inside a fold that is closed, and not its own line. */
    const isFolded = (element: Element) => {
      for (let fold = element.closest('details'); fold; fold = fold.parentElement?.closest('details') ?? null)
        if (!fold.open && !fold.querySelector(':scope > summary')?.contains(element)) return true
      return false
    }
    const nameOf = (element: Element) =>
      (element.getAttribute('aria-label') ?? (element as HTMLElement).innerText ?? element.tagName).slice(0, 40)

    const heights = new Map<number, string>()
    const faint: string[] = []
    for (const control of document.querySelectorAll('button, a, input')) {
      if (
        !seen(control) ||
        control.matches('[data-big-key], [type=file], [role=switch], [role=checkbox], [role=radio], [role=tab]')
      )
        continue
      const { boxShadow, borderTopWidth, borderLeftWidth, borderTopColor, backgroundColor } = getComputedStyle(control)
      const bordered = parseFloat(borderTopWidth) > 0 && parseFloat(borderLeftWidth) > 0
      const outline = boxShadow === 'none' ? (bordered ? colour(borderTopColor) : []) : colour(boxShadow)
      const outlined = outline.length === 3 || (outline[3] ?? 0) > 0
      if (!outlined && (control.tagName !== 'BUTTON' || colour(backgroundColor)[3] === 0)) continue
      heights.set(Math.round(control.getBoundingClientRect().height), nameOf(control))
      if (outlined && !control.matches(':disabled') && contrast(outline, groundOf(control.parentElement)) < 3)
        faint.push(nameOf(control))
    }
    const texts = new Map<number, string>()
    /** Where words and fields are seen, without what an edge around them cuts off; what lies over the page is left out. */
    const boxes: { holder: Element; words: string; left: number; top: number; right: number; bottom: number }[] = []
    const box = (holder: Element, words: string, { left, top, right, bottom }: DOMRect) => {
      for (
        let one: Element | null = holder.matches('input') ? holder.parentElement : holder;
        one;
        one = one.parentElement
      ) {
        const { position, overflow, opacity } = getComputedStyle(one)
        if (position === 'fixed' || opacity === '0') return
        if (overflow === 'visible') continue
        const edge = one.getBoundingClientRect()
        ;[left, right] = [Math.max(left, edge.left), Math.min(right, edge.right)]
        ;[top, bottom] = [Math.max(top, edge.top), Math.min(bottom, edge.bottom)]
      }
      if (right > left && bottom > top) boxes.push({ holder, words, left, top, right, bottom })
    }
    for (const field of document.querySelectorAll('input:not([type=checkbox], [type=radio], [type=file])'))
      if (seen(field) && !isFolded(field)) box(field, nameOf(field), field.getBoundingClientRect())
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const holder = node.parentElement
      const words = node.textContent?.trim() ?? ''
      // Drawings have sizes of their own, and so have paper and pieces of it.
      if (!words || !holder || holder.closest('svg, script, style, .staff, .sheet, [data-letters]') || !seen(holder))
        continue
      texts.set(parseFloat(getComputedStyle(holder).fontSize), words.slice(0, 40))
      if (isFolded(holder)) continue
      const range = document.createRange()
      range.selectNodeContents(node)
      for (const line of range.getClientRects()) box(holder, words.slice(0, 40), line)
    }
    const apart = (a: Element, b: Element) =>
      !a.contains(b) && !b.contains(a) && !(a.matches('input') && a.parentElement!.contains(b))
    const overlaps = boxes.flatMap((a, i) =>
      boxes
        .slice(i + 1)
        .filter(
          b =>
            apart(a.holder, b.holder) &&
            Math.min(a.right, b.right) - Math.max(a.left, b.left) > 2 &&
            Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > 4,
        )
        .map(b => `${a.words} | ${b.words}`),
    )
    // A label is seen inside a field, over or beside it, or at the head of its column.
    const bare = [
      ...document.querySelectorAll('input:not([type=checkbox], [type=radio], [type=file]), [role=combobox], textarea'),
    ]
      .filter(field => {
        if (!seen(field) || isFolded(field) || field.matches('[type=search], [data-header] input, h1 input'))
          return false
        const own = field.id && document.querySelector(`label[for="${CSS.escape(field.id)}"]`)
        const around = field.parentElement?.closest('label, fieldset, form > div, [data-slot=root]:has(label)')
        return (
          !own &&
          !around &&
          !field.querySelector('.text-muted') &&
          !field.parentElement?.querySelector('.text-muted') &&
          !field.closest('table')
        )
      })
      .map(nameOf)
    const edges = new Set(boxes.map(one => Math.round(one.left))).size
    return { heights: [...heights], texts: [...texts], faint, overlaps, bare, edges }
  })
