import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import type * as TS from 'typescript'
import { kebabCase, type CodeProp, type CodeReading } from '@/core/code'
import { textOf, type FileTree } from '@/core/sheet'
import { libraryPath } from '../libraryPath'
import { tsconfigAbove } from '../PackageReach'
import { classMapDefaults, inWrittenOrder } from './classMaps'
import { isLook, isState } from './vocabulary'
import { commentOf, componentIn, defaultsOf, lineOf, literalIn, type Ts } from './syntax'

/** Inputs that React or a framework adds to every component: nobody specifies them. */
const NOT_TAKEN = new Set([
  'key',
  'ref',
  'className',
  'class',
  'style',
  'css',
  'sx',
  'as',
  'asChild',
  'theme',
  'dangerouslySetInnerHTML',
])
/** Of the native attributes, those that change how a component looks. */
const NATIVE_TAKEN = new Set(['disabled', 'children'])
// Style props of a whole system are no variants of this component.
const MAX_INHERITED = 30
const MAX_VALUES = 40
const NODES = /^(ReactNode|ReactElement|ReactChild|Element|JSXElementConstructor|ReactPortal)$/

/**
 * A repository's modules as its TypeScript compiler understands them: types that are imported from anywhere, class maps, what a
 * component takes from a native element or from another component. Nothing of it is run.
 */
export class CodeProgram {
  private readonly ts: Ts
  private readonly program: TS.Program
  private readonly checker: TS.TypeChecker

  /** @param tree a library with a folder on disk; its texts count before those on disk */
  constructor(
    private readonly tree: FileTree & { folder: string },
    paths: readonly string[],
  ) {
    this.ts = createRequire(import.meta.url)('typescript') as Ts
    const { ts } = this
    const options = this.optionsOf()
    const host = ts.createCompilerHost(options)
    const { readFile, fileExists } = host
    host.getCurrentDirectory = () => tree.folder
    host.readFile = (file) => this.textAt(file) ?? readFile.call(host, file)
    host.fileExists = (file) => this.textAt(file) !== undefined || fileExists.call(host, file)
    this.program = ts.createProgram(
      paths.map((path) => join(tree.folder, path)),
      options,
      host,
    )
    this.checker = this.program.getTypeChecker()
  }

  /** What a module's component takes; undefined where the compiler knows no more than the text says. */
  read(path: string, wanted?: string): CodeReading | undefined {
    const file = this.program.getSourceFile(join(this.tree.folder, path))
    const found = file && componentIn(this.ts, file, wanted)
    if (!file || !found) return undefined
    const type = this.propsOf(file, found.name)
    if (!type || type.flags & this.ts.TypeFlags.Any) return undefined
    const defaults = found.parameter ? defaultsOf(this.ts, found.parameter) : new Map<string, TS.Expression>()
    const ofMaps = classMapDefaults(this.ts, this.nearby(file))
    const { taken, native, inherited } = this.sorted(type)
    const props = taken.map((symbol): CodeProp => {
      const initial = defaults.get(symbol.name)
      const given = (initial && literalIn(this.ts, initial)) ?? ofMaps.get(symbol.name)
      return this.propOf(symbol, file, given)
    })
    const about = commentOf(this.ts, found.node)
    return {
      name: found.name,
      ...(about && { about }),
      props,
      unclear: inherited > 0 ? [{ line: lineOf(found.node), what: `${inherited} props that come from a package` }] : [],
      ...(native > 0 && { nativeProps: native }),
    }
  }

  private optionsOf(): TS.CompilerOptions {
    const { ts } = this
    const { folder } = this.tree
    const config = tsconfigAbove(folder)
    const given = config && ts.readConfigFile(config, ts.sys.readFile).config
    const { options } = ts.parseJsonConfigFileContent(
      given ?? {},
      { ...ts.sys, readDirectory: () => [] },
      config ? dirname(config) : folder,
    )
    return {
      ...options,
      // Of all global types, only React's are of use here.
      types: ['react'],
      noEmit: true,
      skipLibCheck: true,
      allowJs: true,
      strict: true,
      jsx: ts.JsxEmit.ReactJSX,
      moduleResolution: ts.ModuleResolutionKind.Bundler,
      module: ts.ModuleKind.ESNext,
      target: ts.ScriptTarget.ES2022,
      lib: ['lib.es2023.d.ts', 'lib.dom.d.ts'],
      composite: false,
      incremental: false,
    }
  }

  private textAt(file: string): string | undefined {
    const path = libraryPath(this.tree.folder, file)
    return path.startsWith('..') ? undefined : this.tree.paths.includes(path) ? textOf(this.tree, path) : undefined
  }

  /** A module and the library's own modules that it imports: where its class maps stand. */
  private nearby(file: TS.SourceFile): TS.SourceFile[] {
    const imported = file.statements.flatMap((statement) => {
      if (!this.ts.isImportDeclaration(statement)) return []
      const symbol = this.checker.getSymbolAtLocation(statement.moduleSpecifier)
      const from = symbol?.valueDeclaration?.getSourceFile()
      return from && this.isOwn(from.fileName) ? [from] : []
    })
    return [...imported, file]
  }

  private isOwn = (file: string) => !file.includes('/node_modules/') && !/\/typescript\/lib\//.test(file)

  /** The type of what an exported component takes: of its function, or of its class's props. */
  private propsOf(file: TS.SourceFile, name: string): TS.Type | undefined {
    const { checker } = this
    const module = checker.getSymbolAtLocation(file)
    const symbol =
      module && checker.getExportsOfModule(module).find((each) => each.name === name || each.name === 'default')
    const named = module && checker.getExportsOfModule(module).find((each) => each.name === name)
    const from = named ?? symbol
    if (!from) return undefined
    const type = checker.getTypeOfSymbolAtLocation(from, file)
    const [call] = type.getCallSignatures()
    const [make] = type.getConstructSignatures()
    const parameter = call?.getParameters()[0]
    if (parameter) return checker.getTypeOfSymbolAtLocation(parameter, file)
    const props = make?.getReturnType().getProperty('props')
    return props && checker.getTypeOfSymbolAtLocation(props, file)
  }

  /** Which of the props are the component's own business, and how many more there are. */
  private sorted(type: TS.Type): { taken: TS.Symbol[]; native: number; inherited: number } {
    const all = this.checker
      .getPropertiesOfType(type)
      .filter(({ name }) => !NOT_TAKEN.has(name) && !name.startsWith('_'))
    const filesOf = (symbol: TS.Symbol) => (symbol.declarations ?? []).map((each) => each.getSourceFile().fileName)
    const isNative = (symbol: TS.Symbol) =>
      /^aria-|^data-/.test(symbol.name) || filesOf(symbol).some((file) => /\/@types\/react\/|\/preact\//.test(file))
    const isInherited = (symbol: TS.Symbol) => filesOf(symbol).length > 0 && !filesOf(symbol).some(this.isOwn)
    const native = all.filter(isNative)
    const others = all.filter((symbol) => !isNative(symbol))
    const inherited = others.filter(isInherited)
    const own = others.filter((symbol) => !isInherited(symbol))
    const isTaken = ({ name }: TS.Symbol) => isLook(kebabCase(name)) || isState(kebabCase(name))
    const ofPackages = inherited.length > MAX_INHERITED ? inherited.filter(isTaken) : inherited
    return {
      taken: [...own, ...ofPackages, ...native.filter(({ name }) => NATIVE_TAKEN.has(name))],
      native: native.filter(({ name }) => !NATIVE_TAKEN.has(name)).length,
      inherited: inherited.length - ofPackages.length,
    }
  }

  private propOf(symbol: TS.Symbol, at: TS.SourceFile, given: CodeProp['default']): CodeProp {
    const { checker, ts } = this
    const read = this.shapeOf(checker.getTypeOfSymbolAtLocation(symbol, at), symbol.name)
    const declaredIn = (symbol.declarations ?? []).map((each) => each.getSourceFile())
    const files = [...declaredIn, ...this.nearby(at)].filter((each) => this.isOwn(each.fileName))
    const shape = read.values ? { ...read, values: inWrittenOrder(ts, read.values, files) } : read
    const about = ts
      .displayPartsToString(symbol.getDocumentationComment(checker))
      .split('\n\n')[0]!
      .replace(/\s+/g, ' ')
      .trim()
    const isFit = given !== undefined && (shape.values?.map(String).includes(String(given)) ?? true)
    const declared = symbol.valueDeclaration ?? symbol.declarations?.[0]
    return {
      name: kebabCase(shape.type === 'event' ? symbol.name.replace(/^on/, '') : symbol.name),
      codeName: symbol.name,
      ...shape,
      ...(isFit && { default: given }),
      ...(about && { about }),
      isOptional: (symbol.flags & ts.SymbolFlags.Optional) !== 0,
      file: at.fileName,
      line: declared ? lineOf(declared) : 1,
    }
  }

  private shapeOf(type: TS.Type, name: string): Pick<CodeProp, 'type' | 'values'> {
    const { ts } = this
    const { TypeFlags } = ts
    if (name === 'children') return { type: 'node' }
    const parts = (type.isUnion() ? type.types : [type]).filter(
      ({ flags }) => !(flags & (TypeFlags.Undefined | TypeFlags.Null | TypeFlags.Void)),
    )
    const isNode = (each: TS.Type) => NODES.test(each.aliasSymbol?.name ?? each.symbol?.name ?? '')
    if (isNode(type) || parts.some(isNode)) return { type: 'node' }
    if (parts.some((each) => each.getCallSignatures().length > 0))
      return { type: /^on[A-Z]/.test(name) ? 'event' : 'data' }
    if (parts.length > 0 && parts.every(({ flags }) => flags & TypeFlags.BooleanLike)) return { type: 'flag' }
    const literals = parts.filter(
      (each): each is TS.StringLiteralType | TS.NumberLiteralType => each.isStringLiteral() || each.isNumberLiteral(),
    )
    // What else a prop takes (objects by screen width, any text besides) does not make its named values fewer.
    const rest = parts.filter((each) => !each.isStringLiteral() && !each.isNumberLiteral())
    if (literals.length > 0 && rest.length > 0 && rest.every(({ flags }) => flags & TypeFlags.BooleanLike))
      return { type: 'choice', values: [false, true, ...literals.map(({ value }) => value)] }
    if (literals.length > 1 && literals.length <= MAX_VALUES)
      return { type: 'choice', values: literals.map(({ value }) => value) }
    if (parts.some(({ flags }) => flags & TypeFlags.StringLike)) return { type: 'text' }
    return { type: parts.length > 0 && parts.every(({ flags }) => flags & TypeFlags.NumberLike) ? 'number' : 'data' }
  }
}
