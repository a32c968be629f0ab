import fc from 'fast-check';
import sanitize from 'sanitize-html';
import { toHtml, toText } from './story';

test('a description becomes paragraphs and lists, and its signs are escaped', () =>
  expect(toHtml('One <b>\ntwo\n\n- a\n- b & c')).toBe('<p>One &lt;b&gt;<br>two</p><ul><li>a</li><li>b &amp; c</li></ul>'));

const words = (text: string) => text.replace(/\s+/g, ' ').trim();
const allowed = { allowedTags: ['p', 'ul', 'li', 'br'], allowedAttributes: {} };
const part = fc.stringMatching(/^[ -~äöéœ“”’–]{1,40}$/);
const description = fc.array(fc.oneof(part, fc.array(part.map((p) => `- ${p}`), { minLength: 1, maxLength: 4 }).map((l) => l.join('\n'))), { minLength: 1, maxLength: 5 }); // prettier-ignore

test('what a shop keeps after sanitising reads as it was written', () =>
  fc.assert(
    fc.property(description, (blocks) => {
      const text = blocks.join('\n\n');
      expect(words(toText(sanitize(toHtml(text), allowed)))).toBe(words(text));
    }),
  ));
