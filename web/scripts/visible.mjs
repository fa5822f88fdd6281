// What a person can read of the sources: the texts of the templates, the labels of the controls, and the
// sentences that the scripts compose. Expressions stand as {}.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'svelte/compiler';
import ts from 'typescript';

/** Attributes and properties whose value is read or spoken. */
const spoken =
  /^(aria-label|aria-description|aria-valuetext|title|placeholder|alt|label|said|note|words|name|text|button|heading|message|caution|unit|who)$/;
/** Fields that hold an id of the contract: what is shown for one is its label. */
const ids =
  /^(id|kind|sport|court|area|stroke|direction|level|hand|effort|verdict|status|role|goal|holder|focus|zone|measure|school|theme|manner|dimension|form|code|where)$/;
const hidden = /^(script|style|code)$/;

const line = (source, at) => source.slice(0, at).split('\n').length;

/** Every visible string of a Svelte component or a TypeScript module: its line, its text, and what it stands in. */
export function visible(source, file) {
  return file.endsWith('.svelte') ? ofComponent(source) : ofModule(source, 0);
}

function ofComponent(source) {
  const ast = parse(source, { modern: true });
  const out = [];
  const add = (at, text, where) => {
    const said = text.replace(/\s+/g, ' ').trim();
    if (said && said !== '{}') out.push({ line: line(source, at), text: said, where });
  };
  for (const script of [ast.module, ast.instance])
    if (script) {
      const { start, end } = script.content;
      out.push(...ofModule(source.slice(start, end), line(source, start) - 1));
    }
  /** The strings an expression may come to, each by itself. */
  const choices = (e, where) => {
    if (!e) return;
    if (e.type === 'ConditionalExpression') {
      choices(e.consequent, where);
      choices(e.alternate, where);
    } else if (e.type === 'LogicalExpression') {
      choices(e.left, where);
      choices(e.right, where);
    } else if (e.type === 'Literal' && typeof e.value === 'string') add(e.start, e.value, where);
    else if (e.type === 'TemplateLiteral')
      add(e.start, e.quasis.map((q) => q.value.cooked).join('{}'), where);
    else if (e.type === 'MemberExpression' && !e.computed && ids.test(e.property.name))
      out.push({ line: line(source, e.start), text: source.slice(e.start, e.end), where: 'id' });
  };
  const attribute = (a) => {
    if (a.type !== 'Attribute' || !spoken.test(a.name) || a.value === true) return;
    const parts = Array.isArray(a.value) ? a.value : [a.value];
    const only = parts.length === 1 && parts[0].type === 'ExpressionTag';
    if (!only) add(a.start, parts.map((p) => (p.type === 'Text' ? p.data : '{}')).join(''), a.name);
    for (const p of parts)
      if (p.type === 'ExpressionTag' && (only || p.expression.type !== 'Identifier'))
        choices(p.expression, a.name);
  };
  const inline = /^(strong|em|b|i|span|code|a|small|bdi)$/;
  /** The text of an element with what stands in its line; blocks inside are read by themselves. */
  const run = (nodes, where) => {
    let text = '';
    let at = nodes[0]?.start ?? 0;
    const flush = () => {
      add(at, text, where);
      text = '';
    };
    for (const n of nodes) {
      if (!text) at = n.start;
      if (n.type === 'Text') text += n.data;
      else if (n.type === 'ExpressionTag') {
        text += '{}';
        choices(n.expression, where);
      } else if (n.type === 'RegularElement' && inline.test(n.name)) {
        n.attributes.forEach(attribute);
        const inner = n.fragment.nodes;
        text += inner.every((x) => x.type === 'Text' || x.type === 'ExpressionTag')
          ? inner.map((x) => (x.type === 'Text' ? x.data : '{}')).join('')
          : ' {} ';
        for (const x of inner) if (x.type === 'ExpressionTag') choices(x.expression, where);
        if (inner.some((x) => x.type !== 'Text' && x.type !== 'ExpressionTag')) run(inner, n.name);
      } else if (
        n.type === 'IfBlock' ||
        n.type === 'EachBlock' ||
        n.type === 'KeyBlock' ||
        n.type === 'AwaitBlock' ||
        n.type === 'SnippetBlock'
      ) {
        if (n.type !== 'SnippetBlock') text += ' {} ';
        for (const part of [
          n.consequent,
          n.alternate,
          n.body,
          n.fallback,
          n.fragment,
          n.then,
          n.catch,
          n.pending
        ])
          if (part?.nodes) run(part.nodes, where);
      } else if (
        n.type === 'RenderTag' ||
        n.type === 'HtmlTag' ||
        n.type === 'ConstTag' ||
        n.type === 'Comment'
      )
        continue;
      else {
        if (n.name !== 'br') flush();
        (n.attributes ?? []).forEach(attribute);
        if (n.fragment && !hidden.test(n.name ?? '')) run(n.fragment.nodes, n.name ?? where);
      }
    }
    flush();
  };
  run(ast.fragment.nodes, 'page');
  return out;
}

/** Properties and variables of a script that hold words for a person. */
const words =
  /^(label|name|title|words|text|button|said|what|does|placeholder|detail|heading|message|wrong|told|trouble|why)$/;

function ofModule(source, before) {
  const out = [];
  const tree = ts.createSourceFile('x.ts', source, ts.ScriptTarget.Latest, true);
  const said = (n) =>
    ts.isStringLiteralLike(n)
      ? n.text
      : ts.isTemplateExpression(n)
        ? n.head.text + n.templateSpans.map((s) => '{}' + s.literal.text).join('')
        : undefined;
  const walk = (n) => {
    if (ts.isImportDeclaration(n) || ts.isTypeNode(n) || ts.isExportDeclaration(n)) return;
    const text = said(n);
    if (text !== undefined) {
      const p = n.parent;
      const held =
        (ts.isPropertyAssignment(p) && words.test(p.name.getText().replace(/['"]/g, ''))) ||
        (ts.isBinaryExpression(p) && /(wrong|told|trouble|words|said)$/.test(p.left.getText()));
      const sentence =
        /[A-Za-z]{2,}[,.:]? [A-Za-z{]/.test(text) &&
        !/^[./]|[<>=]|^M ?\d|--|https?:|hidden|grid|flex/.test(text);
      if ((held || sentence) && text.trim())
        out.push({
          line: before + tree.getLineAndCharacterOfPosition(n.getStart()).line + 1,
          text: text.replace(/\s+/g, ' ').trim(),
          where: 'script'
        });
    }
    if (ts.isTemplateExpression(n)) n.templateSpans.forEach((s) => walk(s.expression));
    else ts.forEachChild(n, walk);
  };
  walk(tree);
  return out;
}

/** Every source below a folder that a person may read something of. */
export function sources(folder) {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((f) => f.isFile() && /\.(svelte|ts)$/.test(f.name) && !/\.(test|d)\.ts$|test-setup/.test(f.name))
    .map((f) => join(f.parentPath, f.name))
    .toSorted();
}

/** All of it, by file. */
export function everything(folder) {
  return sources(folder).flatMap((file) =>
    visible(readFileSync(file, 'utf8'), file).map((v) => ({ file: file.slice(folder.length + 1), ...v }))
  );
}
