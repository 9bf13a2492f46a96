import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import ts from 'typescript'
import { expect, it } from 'vitest'

/** A function or class of this name among a file's own statements. */
function declarationOf(file: string, name: string): ts.Statement | undefined {
  const { statements } = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true)
  return statements.find((statement) => {
    if (ts.isFunctionDeclaration(statement) || ts.isClassDeclaration(statement))
      return statement.name?.text === name
    return (
      ts.isVariableStatement(statement) &&
      statement.declarationList.declarations.some(
        ({ name: own, initializer }) =>
          own.getText() === name && initializer !== undefined && ts.isArrowFunction(initializer),
      )
    )
  })
}

/** What a subject's table of contents offers besides types and components: names, and the files they are in. */
function offeredBy(folder: string): { file: string; name: string }[] {
  const index = join(folder, 'index.ts')
  const { statements } = ts.createSourceFile(index, readFileSync(index, 'utf8'), ts.ScriptTarget.Latest, true)
  return statements.flatMap((statement) => {
    if (!ts.isExportDeclaration(statement) || !statement.moduleSpecifier) return []
    const { exportClause, moduleSpecifier, isTypeOnly } = statement
    if (isTypeOnly || !exportClause || !ts.isNamedExports(exportClause)) return []
    const path = join(folder, (moduleSpecifier as ts.StringLiteral).text)
    const file = [`${path}.ts`, join(path, 'index.ts')].find(existsSync)
    return exportClause.elements.flatMap((element) =>
      element.isTypeOnly || !file ? [] : [{ file, name: (element.propertyName ?? element.name).text }],
    )
  })
}

it('what a subject’s index.ts offers says what it means', () => {
  const folders = ['server', 'app'].flatMap((root) =>
    readdirSync(root)
      .map((name) => join(root, name))
      .filter((folder) => existsSync(join(folder, 'index.ts'))),
  )
  const functions = folders.flatMap(offeredBy).flatMap(({ file, name }) => {
    const statement = declarationOf(file, name)
    return statement ? [{ what: `${file}: ${name}`, statement }] : []
  })
  expect(functions.length).toBeGreaterThan(300)
  expect(
    functions
      .filter(({ statement }) => ts.getJSDocCommentsAndTags(statement).length === 0)
      .map(({ what }) => what),
  ).toEqual([])
})
