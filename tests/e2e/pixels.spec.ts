import { expect, test } from './alive';
import sharp from 'sharp';
import { drafted, newArtworks, ok, openShop, TOKEN, BASE, type Items, type Proof, type Run } from '../integration/press';

/**
 * One core for preview and result: the mockup that the browser composites in a web worker is held to the one that the server
 * renders of the same artwork, docket and scene. They reduce pictures by different libraries, and the server's is a JPEG.
 */
const DOCKETS: Record<string, () => Promise<string>> = {
  'on a shirt': async () => (await openShop()).docket,
  // cut out along the artwork, with a rim
  'as a sticker': async () => {
    await openShop();
    return (await ok<Items<{ id: string }>>('POST', '/dockets/ready', { kinds: ['sticker'] })).items[0]!.id;
  },
};
for (const [what, docketOf] of Object.entries(DOCKETS))
  test(`the preview in the browser is the picture that will be sent, ${what}`, async ({ page }) => {
    const docket = await docketOf();
    const [artwork] = await newArtworks(1);
    const run = await ok<Run>('POST', '/runs', { artworks: [artwork], dockets: [docket], outlets: ['quayside'] });
    await drafted(run.id);
    const [proof] = (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items;
    const answer = await fetch(BASE + proof!.pictures[0]!.picture, { headers: { authorization: `Bearer ${TOKEN}` } });
    const server = Buffer.from(await answer.arrayBuffer());

    await page.goto(`/stockroom/dockets/${docket}?on=${artwork}`);
    const canvas = page.locator('canvas[data-drawn]').first();
    await canvas.waitFor();
    const difference = async (): Promise<{ mean: number; far: number }> => {
      const url = await canvas.evaluate((c: HTMLCanvasElement) => c.toDataURL('image/png'));
      const browser = sharp(Buffer.from(url.split(',')[1]!, 'base64')).removeAlpha();
      const { data: a, info } = await browser.raw().toBuffer({ resolveWithObject: true });
      const b = await sharp(server).removeAlpha().resize(info.width, info.height, { fit: 'fill' }).raw().toBuffer();
      let [sum, far] = [0, 0];
      for (let i = 0; i < a.length; i++) {
        const off = Math.abs(a[i]! - b[i]!);
        sum += off;
        if (off > 24) far++;
      }
      return { mean: sum / a.length, far: far / a.length };
    };
    // the canvas follows the choice of the artwork: once it has, the two agree but for edges
    await expect.poll(async () => (await difference()).mean).toBeLessThan(2);
    expect((await difference()).far).toBeLessThan(0.01);
  });
