import {
  concatTransformationMatrix,
  drawObject,
  PDFDocument,
  PDFName,
  PDFRawStream,
  type PDFPage,
  type PDFStream,
  popGraphicsState,
  pushGraphicsState,
} from '@cantoo/pdf-lib';
import { MM_PER_INCH } from '../../core/placement/lay';
import type { PrintFile } from '../../core/print-file/print-file';

/** Default user space of PDF: 72 to the inch (ISO 32000-2, 8.3.2.3). */
const points = (mm: number): number => (mm / MM_PER_INCH) * 72;

/** What a print file’s PNG holds: its compressed rows, and its profile as it is compressed there. */
interface PngParts {
  width: number;
  height: number;
  rows: Uint8Array;
  profile: Uint8Array;
}

/** Takes an opaque 8-bit PNG apart (ISO/IEC 15948, section 5.3: length, type, data, CRC). Throws RangeError on any other. */
function partsOf(png: Buffer): PngParts {
  const rows: Buffer[] = [];
  let profile: Buffer = Buffer.alloc(0);
  let [width, height] = [0, 0];
  for (let at = 8; at + 12 <= png.length;) {
    const length = png.readUInt32BE(at);
    const type = png.toString('latin1', at + 4, at + 8);
    const data = png.subarray(at + 8, at + 8 + length);
    if (type === 'IHDR') {
      [width, height] = [data.readUInt32BE(0), data.readUInt32BE(4)];
      const [depth, colour, interlaced] = [data[8], data[9], data[12]];
      if (depth !== 8 || colour !== 2 || interlaced !== 0) throw new RangeError('not an opaque picture of 8 bits');
    }
    // name, a zero, the method of compression, the profile
    if (type === 'iCCP') profile = data.subarray(data.indexOf(0) + 2);
    if (type === 'IDAT') rows.push(data);
    at += length + 12;
  }
  return { width, height, rows: Buffer.concat(rows), profile };
}

/**
 * A print file on a page of its size: the area is the trim box, with its bleed it is bleed box and media box (ISO 32000-2, 14.11.2).
 * The picture is that of the PNG bit for bit: PDF reads rows that were filtered and compressed as PNG does (7.4.4.4).
 */
export async function printPdf(png: Buffer, file: PrintFile): Promise<Uint8Array> {
  const { width, height, rows, profile } = partsOf(png);
  const document = await PDFDocument.create({ updateMetadata: false });
  document.setTitle(`${file.noun}, ${file.area}`);
  document.setProducer('Union Press');
  const [trimWidth, trimHeight, bleed] = [points(file.widthMm), points(file.heightMm), points(file.bleedMm)];
  const page = document.addPage([trimWidth + 2 * bleed, trimHeight + 2 * bleed]);
  page.setBleedBox(0, 0, trimWidth + 2 * bleed, trimHeight + 2 * bleed);
  page.setTrimBox(bleed, bleed, trimWidth, trimHeight);
  const { context } = document;
  layPicture(page, 'Print', {
    ...{ width, height, data: rows },
    profile: PDFRawStream.of(context.obj({ N: 3, Filter: 'FlateDecode' }), profile),
    packed: { Filter: 'FlateDecode', DecodeParms: { Predictor: 15, Colors: 3, BitsPerComponent: 8, Columns: width } },
  });
  return document.save();
}

/** A picture as a PDF keeps it: its bytes as they are packed, and the colour space that its numbers are in. */
export interface PackedPicture {
  width: number;
  height: number;
  data: Uint8Array;
  /** An ICC profile of three channels. */
  profile: PDFStream;
  /** How the bytes are packed: a filter with its parameters (ISO 32000-2, 7.4). */
  packed: Record<string, string | object>;
}

/** Lays a picture of 8 bits a channel over all of a page (ISO 32000-2, 8.9.5). */
export function layPicture(page: PDFPage, name: string, { width, height, data, profile, packed }: PackedPicture): void {
  const { context } = page.doc;
  const picture = PDFRawStream.of(
    context.obj({
      Type: 'XObject',
      Subtype: 'Image',
      Width: width,
      Height: height,
      BitsPerComponent: 8,
      ColorSpace: [PDFName.of('ICCBased'), context.register(profile)],
      ...(packed as Record<string, string>),
    }),
    data,
  );
  page.pushOperators(
    pushGraphicsState(),
    concatTransformationMatrix(page.getWidth(), 0, 0, page.getHeight(), 0, 0),
    drawObject(page.node.newXObject(name, context.register(picture))),
    popGraphicsState(),
  );
}
