/** All that can be broken in a module, as JSON: where it stands, in lines from 1 and bytes from 0, and what stands there instead: mutants.mjs FILE. */
import { readFileSync } from "node:fs";
import ts from "typescript";

const [file] = process.argv.slice(2);
const text = readFileSync(file, "utf8");
const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
const found = [];

const { SyntaxKind: Kind } = ts;
const OTHER = {
  [Kind.LessThanToken]: "<=",
  [Kind.LessThanEqualsToken]: "<",
  [Kind.GreaterThanToken]: ">=",
  [Kind.GreaterThanEqualsToken]: ">",
  [Kind.EqualsEqualsEqualsToken]: "!==",
  [Kind.ExclamationEqualsEqualsToken]: "===",
  [Kind.AmpersandAmpersandToken]: "||",
  [Kind.BarBarToken]: "&&",
  [Kind.QuestionQuestionToken]: "&&",
  [Kind.MinusToken]: "+",
  [Kind.AsteriskToken]: "/",
  [Kind.SlashToken]: "*",
  [Kind.PercentToken]: "*",
};
/** Numbers from here on are limits, of which one more says nothing. */
const LIMIT = 100;
const CALLED = { min: "max", max: "min", some: "every", every: "some", floor: "ceil", ceil: "floor" };

/** A place by its line and its byte in it. */
function placeOf(at) {
  const { line, character } = source.getLineAndCharacterOfPosition(at);
  const start = source.getPositionOfLineAndCharacter(line, 0);
  return [line + 1, Buffer.byteLength(text.slice(start, start + character))];
}

function put(node, instead) {
  const [line, column] = placeOf(node.getStart(source));
  const [endLine, endColumn] = placeOf(node.getEnd());
  found.push({ line, column, end_line: endLine, end_column: endColumn, instead });
}

function broken(node) {
  if (
    ts.isTypeNode(node) ||
    ts.isInterfaceDeclaration(node) ||
    ts.isTypeAliasDeclaration(node) ||
    ts.isImportDeclaration(node)
  )
    return;
  if (ts.isBinaryExpression(node) && OTHER[node.operatorToken.kind])
    put(node.operatorToken, OTHER[node.operatorToken.kind]);
  else if (ts.isPrefixUnaryExpression(node) && node.operator === Kind.ExclamationToken)
    put(node, `!!(${node.operand.getText(source)})`);
  else if (node.kind === Kind.TrueKeyword) put(node, "false");
  else if (node.kind === Kind.FalseKeyword) put(node, "true");
  else if (ts.isNumericLiteral(node))
    put(node, String(Number(node.text) < LIMIT ? Number(node.text) + 1 : Number(node.text) * 10));
  else if (ts.isConditionalExpression(node)) {
    put(node, `(${node.whenTrue.getText(source)})`);
    put(node, `(${node.whenFalse.getText(source)})`);
  } else if (ts.isIfStatement(node)) put(node.expression, `!(${node.expression.getText(source)})`);
  else if (ts.isPropertyAccessExpression(node) && CALLED[node.name.text]) put(node.name, CALLED[node.name.text]);
  ts.forEachChild(node, broken);
}

broken(source);
console.log(JSON.stringify(found));
