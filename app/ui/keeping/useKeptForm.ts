import { type FocusEvent, type FormEvent, useEffect, useState } from 'react';
import type { z } from 'zod';
import type { Body } from '~/keeping/bodies';
import type { Letter } from '~/keeping/letter';
import { useOutbox, useView } from './Keeping';

/** Forms about a client’s file. */
type FormKind = 'details' | 'brings' | 'client file';

/** The fields of a form by name; ticks that are not set are not there. */
export type Fields = Record<string, string>;

const fieldsOf = (form: HTMLFormElement): Fields =>
  Object.fromEntries(
    [...new FormData(form)].flatMap(([name, value]) =>
      typeof value === 'string' ? [[name, value]] : [],
    ),
  );

/** What was being typed, and the revision it was typed over. */
interface Typed {
  base: number | null;
  fields: Fields;
}

/** Puts what was typed back into the fields of a form. */
function fill(form: HTMLFormElement, fields: Fields): void {
  for (const element of form.elements) {
    if (!(element instanceof HTMLInputElement || element instanceof HTMLTextAreaElement)) continue;
    if (element.type === 'hidden' || element.name === '') continue;
    const isTick = element.type === 'checkbox' || element.type === 'radio';
    const value = fields[element.name];
    if (isTick && element instanceof HTMLInputElement) {
      element.checked = element.type === 'radio' ? value === element.value : value !== undefined;
    } else if (value !== undefined && element.value !== value) {
      // React listens to the field’s own setter: it has to hear of it as of typing.
      const proto = Object.getPrototypeOf(element) as object;
      Object.getOwnPropertyDescriptor(proto, 'value')?.set?.call(element, value);
      element.dispatchEvent(new Event('input', { bubbles: true }));
    }
  }
}

/** Whether an element is typed in, rather than ticked or pressed. */
const isTypedIn = (element: EventTarget): boolean =>
  element instanceof HTMLTextAreaElement ||
  (element instanceof HTMLInputElement && !['checkbox', 'radio', 'hidden'].includes(element.type));

/**
 * What a form is filled from, with its revision. What is read anew meanwhile (a colleague saved) waits while
 * a hand is in a field: a field that changes between two keys would be saved as a mixture of both.
 */
function useFilledFrom<T>(base: number | null, read: T) {
  const [from, setFrom] = useState({ base, read });
  const [typing, setTyping] = useState(false);
  if (!typing && from.base !== base) setFrom({ base, read });
  return {
    from,
    onFocus: ({ target }: FocusEvent<HTMLFormElement>) => {
      setTyping(isTypedIn(target));
    },
    onBlur: () => {
      setTyping(false);
    },
  };
}

/**
 * A form that is kept like everything else: what is being typed outlives a reload, and what was saved is
 * sent until it is heard. Before scripts run the form posts by itself.
 *
 * @param given.name what is being typed is kept under this name
 * @param given.bodyOf makes a body of the fields
 */
export function useKeptForm<K extends FormKind, T>(given: {
  kind: K;
  clientId: string | null;
  thing: string;
  /** The revision that was read; null for a new file. */
  base: number | null;
  /** What was read and the form is to be filled from. */
  read: T;
  name: string;
  schema: z.ZodType<unknown>;
  bodyOf: (fields: Fields) => Body<K>;
}) {
  const { kind, clientId, thing, name, schema, bodyOf } = given;
  const outbox = useOutbox();
  const { entries, opened } = useView();
  const [form, setForm] = useState<HTMLFormElement | null>(null);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [saved, setSaved] = useState<string | null>(null);
  const { from, onFocus, onBlur } = useFilledFrom(given.base, given.read);
  const { base } = from;
  const entry = entries.findLast(
    ({ letter }) => letter.kind === kind && letter.thing === thing && letter.clientId === clientId,
  );

  useEffect(() => {
    if (!opened || !form) return;
    // Only this hook writes under the name.
    const typed = outbox.jotted(name) as Typed | null;
    if (typed) fill(form, typed.fields);
  }, [opened, outbox, name, form]);

  const onSubmit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    // A file is opened once, however often the button is pressed.
    if (kind === 'client file' && entry && !entry.refused) return;
    const body = bodyOf(fieldsOf(event.currentTarget));
    const result = schema.safeParse(body);
    if (!result.success) {
      const found: Record<string, string> = {};
      for (const issue of result.error.issues) found[issue.path.join('.')] ??= issue.message;
      setErrors(found);
      return;
    }
    setErrors({});
    const revision = entry?.refused?.details.revision;
    if (entry?.refused && typeof revision === 'number') {
      setSaved(outbox.insist(entry.letter.id, revision, { body: body as Letter['body'] }));
    } else {
      if (entry?.refused) outbox.letGo(entry.letter.id);
      // Typed over what has changed since: the practice says so, and shows what is there now.
      const typed = outbox.jotted(name) as Typed | null;
      const over = outbox.baseFor(kind, thing, typed ? typed.base : base);
      setSaved(outbox.add({ kind, clientId, thing, base: over, body }));
    }
    outbox.jot(name, null);
  };

  return {
    /** Goes on the form as its ref. */
    setForm,
    /** What the form shows, of its revision. */
    shown: from.read,
    base,
    errors,
    /** The letter of what was saved from this page last. */
    saved,
    entry,
    onSubmit,
    onFocus,
    onBlur,
    onInput: () => {
      if (!form) return;
      const before = outbox.jotted(name) as Typed | null;
      outbox.jot(name, { base: before ? before.base : base, fields: fieldsOf(form) });
    },
    /** Forgets what was being typed. */
    forget: () => outbox.jot(name, null),
  };
}
