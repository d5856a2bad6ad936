import { FILE_LIMIT, fileProblemWords, guessedEncoding, inWords } from '@/core/formats';
import { database } from '@/server/folder';
import { limitedText, refuse } from '@/server/guard/body';
import { wordsOf } from '@/server/guard/words';
import { takeFile } from '@/server/rigs/import';

/** Takes a file of this program whole: a rig, a template, a profile, a bundle. All of it or nothing: problems come back with their place. */
export async function POST(request: Request): Promise<Response> {
  const text = await limitedText(request, FILE_LIMIT);
  if (text === null) return refuse(413, 'the file', `It has more than ${FILE_LIMIT / 1024 / 1024} MB, the most that is read.`);
  if (!text.ok) return refuse(422, 'the file', fileProblemWords(text.error));
  try {
    const taken = await takeFile(await database(), text.value.text, null);
    if (!taken.ok) return Response.json({ problems: taken.error.map(inWords) }, { status: 422 });
    const { made, notices } = taken.value;
    const [first] = made;
    const told = text.value.encoding === 'windows-1252' ? [guessedEncoding, ...notices] : notices;
    return first
      ? Response.json({ id: first.id, name: first.name, taken: made, notices: told })
      : refuse(422, 'the file', 'It is empty.');
  } catch (error) {
    const words = wordsOf(error);
    if (words === null) throw error;
    return refuse(507, 'the data folder', words);
  }
}
