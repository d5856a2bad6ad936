import * as z from 'zod';
import { FILE_LIMIT, fileProblemWords, guessedEncoding, inWords } from '@/core/formats';
import { database } from '@/server/folder';
import { limitedText, refuse } from '@/server/guard/body';
import { wordsOf } from '@/server/guard/words';
import { previewFile, takeFile } from '@/server/rigs/import';

const placesSchema = z
  .string()
  .regex(/^\d{1,5}(,\d{1,5})*$/)
  .transform((text) => text.split(',').map(Number));

/**
 * A file of this program. Without `take` it answers what is in it and what taking it would do, and writes nothing; with `take` (places, parted
 * by commas) it takes these, in one transaction.
 */
export async function POST(request: Request): Promise<Response> {
  const asked = new URL(request.url).searchParams.get('take');
  const text = await limitedText(request, FILE_LIMIT);
  if (text === null) return refuse(413, 'the file', `It has more than ${FILE_LIMIT / 1024 / 1024} MB, the most that is read.`);
  if (!text.ok) return refuse(422, 'the file', fileProblemWords(text.error));
  const guessed = text.value.encoding === 'windows-1252' ? [guessedEncoding] : [];
  try {
    const db = await database();
    if (asked === null) {
      const preview = await previewFile(db, text.value.text);
      return preview.ok
        ? Response.json({ items: preview.value.items, notices: [...guessed, ...preview.value.notices] })
        : Response.json({ problems: preview.error.map(inWords) }, { status: 422 });
    }
    const places = placesSchema.safeParse(asked);
    if (!places.success) return refuse(400, 'the choice', 'It names no places in the file.');
    const taken = await takeFile(
      db,
      text.value.text,
      places.data.map((place) => ({ place, take: true })),
    );
    return taken.ok
      ? Response.json({ taken: taken.value.made })
      : Response.json({ problems: taken.error.map(inWords) }, { status: 422 });
  } catch (error) {
    const words = wordsOf(error);
    if (words === null) throw error;
    return refuse(507, 'the data folder', words);
  }
}
