import { existsSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import {
  ASTWithSource,
  parseTemplate,
  type TmplAstElement,
  TmplAstRecursiveVisitor,
  tmplAstVisitAll,
} from '@angular/compiler';
import ts from 'typescript';

const web = 'web';
/** This component is excluded, because each template that uses it counts as a dialog. */
const asking = join(web, 'theme/asking.ts');
/** This folder is excluded, because the dialogs of the workbench have another table. */
const ofWorkbench = join(web, 'workbench');

/** Returns the file that a relative import leads to; undefined for packages and `core`. */
function imported(from: string, to: string): string | undefined {
  const file = `${join(dirname(from), to)}.ts`;
  return to.startsWith('.') && existsSync(file) ? file : undefined;
}

/** Returns the module names of the static and dynamic imports of a file. */
const importsOf = (file: string): string[] =>
  ts.preProcessFile(readFileSync(file, 'utf8')).importedFiles.map((one) => one.fileName);

/** Collects the files that a screen's component is made of, without those of the workbench. */
function reach(file: string, into: Set<string>): void {
  if (into.has(file) || file === asking) return;
  into.add(file);
  for (const to of importsOf(file)) {
    const next = imported(file, to);
    if (next && !next.startsWith(ofWorkbench)) reach(next, into);
  }
}

/** Returns the string that a property of an object literal or a component's decorator has in a source file. */
function textOf(source: ts.SourceFile, property: string): string | undefined {
  let found: string | undefined;
  const visit = (node: ts.Node): void => {
    if (ts.isPropertyAssignment(node) && node.name.getText(source) === property)
      if (ts.isStringLiteralLike(node.initializer)) found ??= node.initializer.text;
    node.forEachChild(visit);
  };
  visit(source);
  return found;
}

/** Collects the dialogs and forms of a template. Each is named by its element and its handler or condition. */
class Forms extends TmplAstRecursiveVisitor {
  readonly found: string[] = [];

  override visitElement(element: TmplAstElement): void {
    const handler = (output: string): string =>
      element.outputs.find((one) => one.name === output)?.handlerSpan.toString() ?? 'nothing';
    if (element.name === 'form') this.found.push(`form ${handler('ngSubmit')}`);
    if (element.name === 'fold-asking') this.found.push(`question ${handler('confirmed')}`);
    if (element.name === 'p-dialog') {
      const visible = element.inputs.find((one) => one.name === 'visible')?.value;
      this.found.push(`dialog ${visible instanceof ASTWithSource ? visible.source : 'nothing'}`);
    }
    super.visitElement(element);
  }
}

function formsIn(template: string, file: string): string[] {
  const { nodes, errors } = parseTemplate(template, file);
  if (errors?.length) throw new Error(`${file}: ${errors[0]!.msg}`);
  const forms = new Forms();
  tmplAstVisitAll(forms, nodes);
  return forms.found;
}

/** Returns the purposes of a component's dialog: the string literals in the types of its `what` properties. */
function whats(source: ts.SourceFile): string[] {
  const words: string[] = [];
  const literals = (node: ts.Node): void => {
    if (ts.isLiteralTypeNode(node) && ts.isStringLiteral(node.literal)) words.push(`for ${node.literal.text}`);
    node.forEachChild(literals);
  };
  const visit = (node: ts.Node): void => {
    const isNamed = ts.isPropertySignature(node) || ts.isTypeAliasDeclaration(node);
    if (isNamed && node.type && /^what$/i.test(node.name.getText(source)) && node.parent) literals(node.type);
    else node.forEachChild(visit);
  };
  visit(source);
  return words;
}

/**
 * Returns the dialogs and forms of all screens, which are discovered from the routes: `FILE form HANDLER`,
 * `FILE dialog CONDITION`, `FILE question HANDLER`, and `FILE for PURPOSE` for each purpose of a dialog with several.
 */
export function screenForms(): string[] {
  const routes = join(web, 'app.ts');
  const files = new Set<string>();
  for (const to of importsOf(routes)) {
    const screen = imported(routes, to);
    if (screen) reach(screen, files);
  }
  const found = [...files].flatMap((file) => {
    const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
    const url = textOf(source, 'templateUrl');
    const template = url === undefined ? textOf(source, 'template') : readFileSync(join(dirname(file), url), 'utf8');
    const forms = template === undefined ? [] : formsIn(template, file);
    return [...forms, ...(forms.length > 0 ? whats(source) : [])].map((one) => `${relative(web, file)} ${one}`);
  });
  return [...new Set(found)].sort();
}
