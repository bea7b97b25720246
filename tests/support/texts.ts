import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { parse } from 'vue/compiler-sfc'
import ts from 'typescript'

/** A text in the sources, and the file it stands in. */
export interface SourceText {
  file: string
  text: string
}

const ATTRIBUTES = new Set(['label', 'title', 'placeholder', 'aria-label', 'description', 'alt', 'hint', 'all'])

function filesIn(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap(entry =>
    entry.isDirectory()
      ? filesIn(join(folder, entry.name))
      : /\.(ts|vue)$/.test(entry.name)
        ? [join(folder, entry.name)]
        : [],
  )
}

/** Texts of a piece of script: each whole, joined where it is written over several lines, figures as {}. */
function textsOfScript(code: string): string[] {
  const found: string[] = []
  const whole = (node: ts.Node): string | null => {
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) return node.text
    if (ts.isTemplateExpression(node))
      return node.head.text + node.templateSpans.map(span => `{}${span.literal.text}`).join('')
    if (!ts.isBinaryExpression(node) || node.operatorToken.kind !== ts.SyntaxKind.PlusToken) return null
    const [left, right] = [whole(node.left), whole(node.right)]
    return left === null || right === null ? null : left + right
  }
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node)) return
    const text = whole(node)
    if (text !== null) found.push(text)
    if (text === null || ts.isTemplateExpression(node)) ts.forEachChild(node, visit)
  }
  visit(ts.createSourceFile('text.ts', code, ts.ScriptTarget.Latest, true))
  return found
}

interface TemplateNode {
  type: number
  content?: string | { content: string }
  props?: { type: number; name: string; value?: { content: string }; exp?: { content: string } }[]
  children?: TemplateNode[]
  branches?: TemplateNode[]
}
const ELEMENT = 1
const TEXT = 2
const FIGURE = 5
const ATTRIBUTE = 6

/** Texts of an attribute: what it says itself, or those in what it is bound to. */
const textsOfProp = ({ type, name, value, exp }: NonNullable<TemplateNode['props']>[number]): string[] =>
  type === ATTRIBUTE && ATTRIBUTES.has(name) ? [value?.content ?? ''] : exp ? textsOfScript(`(${exp.content})`) : []

/** Texts of a template, and the expressions in it that are shown as text. */
function textsOfTemplate(node: TemplateNode, found: { texts: string[]; shown: string[] }): void {
  if (node.type === TEXT && typeof node.content === 'string') found.texts.push(node.content)
  if (node.type === FIGURE && typeof node.content === 'object') {
    found.shown.push(node.content.content)
    found.texts.push(...textsOfScript(`(${node.content.content})`))
  }
  if (node.type === ELEMENT) for (const prop of node.props ?? []) found.texts.push(...textsOfProp(prop))
  for (const child of [...(node.children ?? []), ...(node.branches ?? [])]) textsOfTemplate(child, found)
}

/** Every text of some folders, spaces made one, and what templates show of figures. */
export function sourceTexts(folders: readonly string[]): { texts: SourceText[]; shown: SourceText[] } {
  const [texts, shown]: [SourceText[], SourceText[]] = [[], []]
  for (const file of folders.flatMap(filesIn)) {
    const code = readFileSync(file, 'utf8')
    const found = { texts: [] as string[], shown: [] as string[] }
    if (file.endsWith('.vue')) {
      const { descriptor } = parse(code, { filename: file })
      found.texts.push(...textsOfScript(descriptor.scriptSetup?.content ?? ''))
      if (descriptor.template?.ast) textsOfTemplate(descriptor.template.ast as unknown as TemplateNode, found)
    } else found.texts.push(...textsOfScript(code))
    texts.push(...found.texts.map(text => ({ file, text: text.replace(/\s+/g, ' ').trim() })))
    shown.push(...found.shown.map(text => ({ file, text })))
  }
  return { texts: texts.filter(({ text }) => / /.test(text)), shown }
}

/** Text that stands in templates themselves, and in their attributes that are read. */
export function templateTexts(folder: string): SourceText[] {
  const own = (node: TemplateNode, found: string[]): string[] => {
    if (node.type === TEXT && typeof node.content === 'string') found.push(node.content)
    if (node.type === ELEMENT)
      for (const { type, name, value } of node.props ?? [])
        if (type === ATTRIBUTE && ATTRIBUTES.has(name)) found.push(value?.content ?? '')
    for (const child of [...(node.children ?? []), ...(node.branches ?? [])]) own(child, found)
    return found
  }
  return filesIn(folder)
    .filter(file => file.endsWith('.vue'))
    .flatMap(file => {
      const { descriptor } = parse(readFileSync(file, 'utf8'), { filename: file })
      const ast = descriptor.template?.ast as TemplateNode | undefined
      return ast ? own(ast, []).map(text => ({ file, text })) : []
    })
}
