import { RichTextEditor } from '@mantine/tiptap';
import { useEditor, type JSONContent } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useEffect, useRef, useState } from 'react';
import classes from './visit.module.css';

type Doc = Record<string, unknown>;

const EXTENSIONS = [
  StarterKit.configure({ codeBlock: false, code: false, link: false, heading: { levels: [3] } }),
];
const WAIT_MS = 900;

/** Somebody else’s text that stands in the way of ours. */
interface Clash {
  theirs: JSONContent;
  revision: number;
  by: string;
}

interface Answer {
  ok: boolean;
  revision?: number;
  message?: string;
  details?: { theirs?: JSONContent; revision?: number; by?: string };
}

/** The notes of a finished visit, to be read. */
export function NotesRead({ notes }: { notes: Doc | null }) {
  const editor = useEditor({
    extensions: EXTENSIONS,
    content: notes as JSONContent | null,
    editable: false,
    editorProps: { attributes: { 'aria-label': 'Notes, to be read', role: 'note' } },
    immediatelyRender: false,
    // The page’s own style sheet has it: nothing may be written into the page.
    injectCSS: false,
  });
  if (!notes) return null;
  return (
    <RichTextEditor editor={editor} className={classes.read}>
      <RichTextEditor.Content />
    </RichTextEditor>
  );
}

/** The notes of the open visit: kept by themselves, and never over somebody else’s. */
export function Notes({
  address,
  visitId,
  notes,
  revision,
}: {
  address: string;
  visitId: string;
  notes: Doc | null;
  revision: number;
}) {
  const [says, setSays] = useState('');
  const [clash, setClash] = useState<Clash | null>(null);
  const known = useRef(revision);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const queue = useRef(Promise.resolve());
  const here = `notes:${visitId}`;

  const send = (doc: JSONContent) => {
    setSays('keeping');
    try {
      window.localStorage.setItem(here, JSON.stringify(doc));
    } catch {
      // A device that keeps nothing still sends.
    }
    queue.current = queue.current.then(async () => {
      let answer: Answer;
      try {
        const response = await fetch(address, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ visitId, revision: known.current, notes: doc }),
        });
        answer = (await response.json()) as Answer;
      } catch {
        setSays('no connection: kept on this device');
        return;
      }
      if (answer.ok && answer.revision !== undefined) {
        known.current = answer.revision;
        window.localStorage.removeItem(here);
        setSays('kept');
        return;
      }
      setSays(answer.message ?? 'The notes could not be kept.');
      const { theirs, revision: at, by } = answer.details ?? {};
      if (theirs && at !== undefined) setClash({ theirs, revision: at, by: by ?? 'Somebody' });
    });
  };

  const editor = useEditor({
    extensions: EXTENSIONS,
    content: (notes as JSONContent | null) ?? '',
    immediatelyRender: false,
    // The page’s own style sheet has it: nothing may be written into the page.
    injectCSS: false,
    editorProps: { attributes: { 'aria-label': 'Notes of the visit', role: 'textbox' } },
    onUpdate: ({ editor: changed }) => {
      clearTimeout(timer.current);
      timer.current = setTimeout(() => send(changed.getJSON()), WAIT_MS);
    },
  });

  // What a lost connection left here comes back into the editor.
  useEffect(() => {
    if (!editor) return;
    try {
      const left = window.localStorage.getItem(here);
      if (left) editor.commands.setContent(JSON.parse(left) as JSONContent, { emitUpdate: true });
    } catch {
      // Nothing readable was left.
    }
  }, [editor, here]);

  const settle = (how: 'theirs' | 'mine' | 'both') => {
    if (!clash || !editor) return;
    known.current = clash.revision;
    const mine = editor.getJSON();
    const doc: JSONContent =
      how === 'theirs'
        ? clash.theirs
        : how === 'mine'
          ? mine
          : { type: 'doc', content: [...(clash.theirs.content ?? []), ...(mine.content ?? [])] };
    setClash(null);
    editor.commands.setContent(doc, { emitUpdate: false });
    send(doc);
  };

  return (
    <section className={classes.notes} aria-label="Notes">
      <div className={classes.notesHead}>
        <h3>Notes</h3>
        <span role="status" className={classes.soft}>
          {says}
        </span>
      </div>
      {clash && (
        <div className={classes.clash} role="alert">
          <p>{clash.by} wrote here while you did. Nothing is lost: keep which?</p>
          <button type="button" onClick={() => settle('both')}>
            Both, theirs first
          </button>
          <button type="button" onClick={() => settle('mine')}>
            Mine
          </button>
          <button type="button" onClick={() => settle('theirs')}>
            Theirs
          </button>
        </div>
      )}
      <RichTextEditor editor={editor} className={classes.editor}>
        <RichTextEditor.Toolbar>
          <RichTextEditor.ControlsGroup>
            <RichTextEditor.Bold />
            <RichTextEditor.Italic />
            <RichTextEditor.H3 />
            <RichTextEditor.BulletList />
            <RichTextEditor.OrderedList />
          </RichTextEditor.ControlsGroup>
        </RichTextEditor.Toolbar>
        <RichTextEditor.Content />
      </RichTextEditor>
    </section>
  );
}
