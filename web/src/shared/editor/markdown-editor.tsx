import { LinkNode } from '@lexical/link';
import {
  $isListNode,
  INSERT_ORDERED_LIST_COMMAND,
  INSERT_UNORDERED_LIST_COMMAND,
  ListItemNode,
  ListNode,
  REMOVE_LIST_COMMAND,
} from '@lexical/list';
import { $convertFromMarkdownString, $convertToMarkdownString } from '@lexical/markdown';
import { AutoFocusPlugin } from '@lexical/react/LexicalAutoFocusPlugin';
import { LexicalComposer } from '@lexical/react/LexicalComposer';
import { useLexicalComposerContext } from '@lexical/react/LexicalComposerContext';
import { ContentEditable } from '@lexical/react/LexicalContentEditable';
import { LexicalErrorBoundary } from '@lexical/react/LexicalErrorBoundary';
import { HistoryPlugin } from '@lexical/react/LexicalHistoryPlugin';
import { LinkPlugin } from '@lexical/react/LexicalLinkPlugin';
import { ListPlugin } from '@lexical/react/LexicalListPlugin';
import { MarkdownShortcutPlugin } from '@lexical/react/LexicalMarkdownShortcutPlugin';
import { OnChangePlugin } from '@lexical/react/LexicalOnChangePlugin';
import { RichTextPlugin } from '@lexical/react/LexicalRichTextPlugin';
import { $createHeadingNode, $isHeadingNode, HeadingNode, QuoteNode } from '@lexical/rich-text';
import { $setBlocksType } from '@lexical/selection';
import { $createParagraphNode, $getSelection, $isRangeSelection, FORMAT_TEXT_COMMAND, REDO_COMMAND, UNDO_COMMAND } from 'lexical';
import { Bold, Heading, Italic, List, ListOrdered, type LucideIcon, Redo2, Undo2 } from 'lucide-react';
import { Toolbar } from 'radix-ui';
import { useEffect, useState } from 'react';
import { MARKDOWN_FORMS } from './markdown-forms.ts';

interface MarkdownEditorProps {
  readonly label: string;
  /** What it begins with; what is shown follows the typing from there. */
  readonly markdown: string;
  readonly onChange: (markdown: string) => void;
}

/** Text as it will look, with the usual keys and signs of Markdown; what goes out of it is Markdown. */
export function MarkdownEditor({ label, markdown, onChange }: MarkdownEditorProps) {
  return (
    <LexicalComposer
      initialConfig={{
        namespace: label,
        nodes: [HeadingNode, QuoteNode, ListNode, ListItemNode, LinkNode],
        theme: {
          text: { italic: 'italic', bold: 'font-bold', code: 'font-figures', strikethrough: 'line-through' },
          heading: { h3: 'text-17' },
        },
        editorState: () => $convertFromMarkdownString(markdown, MARKDOWN_FORMS, undefined, true),
        onError: (error) => {
          throw error;
        },
      }}
    >
      <Tools />
      <RichTextPlugin
        contentEditable={
          <ContentEditable aria-label={label} className="write-up min-h-12 border border-rule bg-sheet px-2 py-1 focus-visible:outline-2" />
        }
        ErrorBoundary={LexicalErrorBoundary}
      />
      <HistoryPlugin />
      <ListPlugin />
      <LinkPlugin />
      <AutoFocusPlugin />
      <MarkdownShortcutPlugin transformers={[...MARKDOWN_FORMS]} />
      <OnChangePlugin
        ignoreSelectionChange
        onChange={(state, _, tags) => {
          if (tags.has('history-merge')) return;
          state.read(() => onChange($convertToMarkdownString(MARKDOWN_FORMS, undefined, true)));
        }}
      />
    </LexicalComposer>
  );
}

type BlockKind = 'plain' | 'heading' | 'bullet' | 'number';

interface AtCursor {
  readonly bold: boolean;
  readonly italic: boolean;
  readonly block: BlockKind;
}

/** The tools, each pressed where the text at the cursor is so. */
function Tools() {
  const [editor] = useLexicalComposerContext();
  const [at, setAt] = useState<AtCursor>({ bold: false, italic: false, block: 'plain' });
  useEffect(() => editor.registerUpdateListener(({ editorState }) => editorState.read(() => setAt(atCursor()))), [editor]);
  const asBlock = (kind: BlockKind) => {
    if (kind === 'bullet' || kind === 'number') {
      const insert = kind === 'bullet' ? INSERT_UNORDERED_LIST_COMMAND : INSERT_ORDERED_LIST_COMMAND;
      editor.dispatchCommand(at.block === kind ? REMOVE_LIST_COMMAND : insert, undefined);
      return;
    }
    editor.update(() => $setBlocksType($getSelection(), () => (at.block === kind ? $createParagraphNode() : $createHeadingNode('h3'))));
  };
  return (
    <Toolbar.Root aria-label="Text" className="flex gap-1 pb-1">
      <Tool name="Bold (Ctrl B)" icon={Bold} isOn={at.bold} onPress={() => editor.dispatchCommand(FORMAT_TEXT_COMMAND, 'bold')} />
      <Tool name="Italic (Ctrl I)" icon={Italic} isOn={at.italic} onPress={() => editor.dispatchCommand(FORMAT_TEXT_COMMAND, 'italic')} />
      <Tool name="Heading" icon={Heading} isOn={at.block === 'heading'} onPress={() => asBlock('heading')} />
      <Tool name="List" icon={List} isOn={at.block === 'bullet'} onPress={() => asBlock('bullet')} />
      <Tool name="Numbered list" icon={ListOrdered} isOn={at.block === 'number'} onPress={() => asBlock('number')} />
      <Tool name="Undo (Ctrl Z)" icon={Undo2} onPress={() => editor.dispatchCommand(UNDO_COMMAND, undefined)} />
      <Tool name="Redo (Ctrl Y)" icon={Redo2} onPress={() => editor.dispatchCommand(REDO_COMMAND, undefined)} />
    </Toolbar.Root>
  );
}

interface ToolProps {
  readonly name: string;
  readonly icon: LucideIcon;
  readonly isOn?: boolean;
  readonly onPress: () => void;
}

function Tool({ name, icon: Icon, isOn, onPress }: ToolProps) {
  return (
    <Toolbar.Button
      aria-label={name}
      title={name}
      {...(isOn !== undefined && { 'aria-pressed': isOn })}
      className="border border-rule p-1 aria-pressed:border-ink aria-pressed:bg-ground"
      // The cursor stays in the text.
      onMouseDown={(event) => event.preventDefault()}
      onClick={onPress}
    >
      <Icon size={14} aria-hidden />
    </Toolbar.Button>
  );
}

function atCursor(): AtCursor {
  const selection = $getSelection();
  if (!$isRangeSelection(selection)) return { bold: false, italic: false, block: 'plain' };
  const top = selection.anchor.getNode().getTopLevelElement();
  const listKind = $isListNode(top) ? (top.getListType() === 'number' ? 'number' : 'bullet') : undefined;
  return {
    bold: selection.hasFormat('bold'),
    italic: selection.hasFormat('italic'),
    block: listKind ?? ($isHeadingNode(top) ? 'heading' : 'plain'),
  };
}
