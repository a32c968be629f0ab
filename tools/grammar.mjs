// Holds texts against a grammar checker: a JSON list of texts on standard input, a JSON list of what it finds in each on standard output.
import { text } from 'node:stream/consumers';
import { Dialect, LocalLinter } from 'harper.js';
import { slimBinaryInlined } from 'harper.js/slimBinaryInlined';

const linter = new LocalLinter({ binary: slimBinaryInlined, dialect: Dialect.British });
const texts = JSON.parse(await text(process.stdin));
const found = [];
for (const said of texts) {
  const lints = await linter.lint(said, { language: 'plaintext' });
  found.push(
    lints.map((l) => {
      const { start, end } = l.span();
      return { kind: l.lint_kind(), message: l.message(), at: said.slice(Math.max(0, start - 40), end + 40) };
    }),
  );
}
process.stdout.write(JSON.stringify(found));
