// What can go wrong on stage, each with a card of its own.

export type Trouble = 'lost' | 'wrong-bank' | 'no-light' | 'gone' | 'radio' | 'silence';

/** What stands at the head of a card. */
export const troubleNames: Readonly<Record<Trouble, string>> = {
  lost: 'Nobody knows where it stands',
  'wrong-bank': 'It is in the wrong bank',
  'no-light': 'It shows no light',
  gone: 'It dies',
  radio: 'The radio link goes',
  silence: 'Nothing is heard',
};
