import '@mantine/tiptap/styles.css';
import { RichTextEditor } from '@mantine/tiptap';
import { type Editor, type JSONContent, useEditor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useEffect, useRef } from 'react';
import { useKeptText } from '~/ui/keeping/useKeptText';
import { LinkButton } from '~/ui/parts/LinkButton';
import classes from './visit.module.css';

type Doc = Record<string, unknown>;

const EXTENSIONS = [
  StarterKit.configure({ codeBlock: false, code: false, link: false, heading: { levels: [3] } }),
];
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
  clientId,
  visitId,
  notes,
  revision,
}: {
  clientId: string;
  visitId: string;
  notes: Doc | null;
  revision: number;
}) {
  const field = useRef<Editor | null>(null);
  const text = useKeptText<'note'>({
    kind: 'note',
    clientId,
    thing: visitId,
    read: revision,
    onFound: ({ notes: left }) =>
      field.current?.commands.setContent(left as JSONContent, { emitUpdate: false }),
    // The server answers with the notes as it stores them.
    theirsIn: ({ theirs, by }) =>
      theirs ? { theirs: { notes: theirs as Doc }, by: String(by) } : null,
  });
  const { clash } = text;

  const editor = useEditor({
    extensions: EXTENSIONS,
    content: (notes as JSONContent | null) ?? '',
    immediatelyRender: false,
    // The page’s own style sheet has it: nothing may be written into the page.
    injectCSS: false,
    editorProps: { attributes: { 'aria-label': 'Notes of the visit', role: 'textbox' } },
    onUpdate: ({ editor: changed }) => {
      // While two texts stand, this one is chosen from as it is then.
      if (!clash) text.write({ notes: changed.getJSON() });
    },
  });
  useEffect(() => {
    field.current = editor;
  }, [editor]);

  const settle = (how: 'theirs' | 'mine' | 'both') => {
    if (!clash || !editor) return;
    const mine = editor.getJSON();
    const theirs = clash.theirs.notes as JSONContent;
    const doc: JSONContent =
      how === 'theirs'
        ? theirs
        : how === 'mine'
          ? mine
          : { type: 'doc', content: [...(theirs.content ?? []), ...(mine.content ?? [])] };
    editor.commands.setContent(doc, { emitUpdate: false });
    text.settle(clash, how === 'theirs' ? null : { notes: doc });
  };

  return (
    <section className={classes.notes} aria-label="Notes">
      <div className={classes.notesHead}>
        <h3>Notes</h3>
        <span role="status" className={classes.soft}>
          {text.refusal ? text.refusal.says : text.waiting ? 'kept here, not sent yet' : 'kept'}
        </span>
      </div>
      {clash && (
        <div className={classes.clash} role="alert">
          <p>{clash.by} wrote here while you did. Nothing is lost: keep which?</p>
          <LinkButton onClick={() => settle('both')}>Both, theirs first</LinkButton>
          <LinkButton onClick={() => settle('mine')}>Mine</LinkButton>
          <LinkButton onClick={() => settle('theirs')}>Theirs</LinkButton>
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
