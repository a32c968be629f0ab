'use client';
import { FolderOpen, Moon, X } from 'lucide-react';
import { useState } from 'react';
import { Button, ButtonLink, IconButton } from './button';
import { Dialog } from './dialog';
import { EmptyState } from './empty';
import { MoneyField, NumberField } from './fields/amount';
import { CheckField, RadioGroup, Toggles } from './fields/choices';
import { ColourField } from './fields/colour';
import { ChoiceField, LongTextField, TextField } from './fields/field';
import { TagsField } from './fields/tags';
import { WindowedList } from './lists/list';
import { Mark, STATES } from './marks';
import { Menu } from './menu';
import { Failed, Notice } from './notice';
import { Picture } from './picture';
import { Progress } from './progress';
import { SearchField } from './fields/search-field';
import { SelectionBar } from './lists/selection-bar';
import { Line, Slip, Source } from './slip';
import { Table } from './lists/table';
import { Tabs } from './tabs';

const ROWS = Array.from({ length: 5000 }, (_, i) => ({
  id: `row-${i}`,
  name: `Keep a light on, ${i + 1}`,
  price: 1899 + ((i * 37) % 900),
}));
const PLATE = '/api/v1/scenes/shirt-flat/plate-800.jpg';

const Part = ({ word, children, wide = false }: { word: string; children: React.ReactNode; wide?: boolean }) => (
  <section className={`border-t-[1.5px] border-ink pt-1.5 ${wide ? 'col-span-2' : ''}`} aria-label={word}>
    <h2 className="mb-2 text-[15px]">{word}</h2>
    {children}
  </section>
);

/** Every part in all its states. */
export function Gallery() {
  const [open, setOpen] = useState(false);
  const [tab, setTab] = useState<'one' | 'two' | 'three'>('one');
  const [tags, setTags] = useState(['harbour', 'night shift']);
  const [minor, setMinor] = useState(2499);
  const [colour, setColour] = useState<string | null>('0c5a5c');
  const [ppi, setPpi] = useState<number | null>(150);
  const [as, setAs] = useState<'draft' | 'live'>('draft');
  const [sizes, setSizes] = useState(['S', 'M']);
  const [night, setNight] = useState(true);
  const [find, setFind] = useState('');
  const [column, setColumn] = useState('name');
  return (
    <main className="mx-auto grid max-w-[1240px] grid-cols-4 gap-x-8 gap-y-5 p-6">
      <h1 className="col-span-4 text-[22px]">Parts</h1>
      <Part word="Buttons" wide>
        <div className="flex flex-wrap items-center gap-2">
          <Button tone="go" keys="P">
            Pass 16 proofs
          </Button>
          <Button keys="D">Draft</Button>
          <Button tone="quiet">Leave it</Button>
          <Button>
            <FolderOpen size={15} /> A folder
          </Button>
          <Button busy>Saving</Button>
          <Button disabled>Cannot now</Button>
          <Button tone="go" disabled>
            Send
          </Button>
          <ButtonLink href="#" tone="plain">
            To the sheet
          </ButtonLink>
          <IconButton label="Close">
            <X size={15} />
          </IconButton>
        </div>
      </Part>
      <Part word="Menu, tabs, dialog, tooltip" wide>
        <div className="flex flex-wrap items-center gap-3">
          <Menu
            label="More"
            items={[
              { word: 'Look again', does: () => undefined, keys: 'L' },
              { word: 'Not just now', does: () => undefined, off: true },
              { word: 'Night shift', does: () => setNight(!night), on: night },
            ]}
          />
          <Tabs
            label="Stockroom"
            value={tab}
            change={setTab}
            tabs={[
              { value: 'one', word: 'Dockets', count: 2 },
              { value: 'two', word: 'Blanks', count: 2 },
              { value: 'three', word: 'Outlets' },
            ]}
          />
          <Button onClick={() => setOpen(true)}>Open a dialog…</Button>
          <span className="tooltip tooltip-right" data-tip="It is night already">
            <IconButton label="Night shift">
              <Moon size={15} />
            </IconButton>
          </span>
        </div>
        <Dialog
          open={open}
          onClose={() => setOpen(false)}
          label="A dialog"
          width={420}
          foot={
            <>
              <Button tone="quiet" onClick={() => setOpen(false)}>
                Not yet
              </Button>
              <Button tone="go" onClick={() => setOpen(false)}>
                Send 16 proofs
              </Button>
            </>
          }
        >
          <h2 className="text-[19px]">What will be sent</h2>
          <p className="mt-1 text-soft">Sixteen proofs, to two outlets.</p>
        </Dialog>
      </Part>
      <Part word="Fields" wide>
        <div className="grid grid-cols-2 gap-x-4 gap-y-3">
          <TextField label="Name" defaultValue="Shirt, soft cotton" />
          <TextField label="Name" defaultValue="" problem="A docket needs a name." />
          <ChoiceField label="Takes artwork" options={[['see-through', 'with a see-through ground'], 'full', 'any']} />
          <NumberField label="At least" unit="px/in" value={ppi} change={setPpi} />
          <MoneyField label="Price for M" currency="USD" minor={minor} change={setMinor} note="You keep 9.41 of it." />
          <ColourField label="Has an ink near" value={colour} change={setColour} none="Any ink" />
          <TagsField label="Tags" values={tags} change={setTags} placeholder="add one" className="col-span-2" />
          <LongTextField
            label="Description"
            rows={2}
            defaultValue="For keepers of lights and lovers of weather."
            className="col-span-2"
          />
        </div>
      </Part>
      <Part word="Choosing" wide>
        <div className="grid gap-3">
          <div className="flex items-center gap-6">
            <CheckField label="postage is in the price" defaultChecked />
            <SearchField label="Find" hint="find by title" value={find} change={setFind} />
          </div>
          <RadioGroup
            label="How"
            value={as}
            change={setAs}
            options={[
              ['draft', 'As drafts', 'You set them live yourself.'],
              ['live', 'Live at once', 'Buyers see them at once.'],
            ]}
          />
          <Toggles
            label="Sizes"
            options={['S', 'M', 'L', '2XL'].map((value) => ({ value }))}
            on={sizes}
            toggle={(s) => setSizes(sizes.includes(s) ? sizes.filter((x) => x !== s) : [...sizes, s])}
          />
          <SelectionBar says="16 selected" none={() => undefined}>
            <Button tone="quiet">Change…</Button>
            <Button tone="quiet">Delete…</Button>
            <Button tone="go">To the sheet</Button>
          </SelectionBar>
          <div className="grid grid-cols-[90px_1fr] items-center gap-x-3 gap-y-1.5">
            <span className="text-soft">under way</span>
            <Progress label="Under way" done={9} total={16} />
            <span className="text-soft">3 refused</span>
            <Progress label="With refusals" done={11} total={16} bad={3} />
          </div>
        </div>
      </Part>
      <Part word="Notices" wide>
        <div className="grid gap-2">
          <Notice>Asking Kestrel Fair and Quayside what stands there.</Notice>
          <Notice tone="good">Quayside is connected.</Notice>
          <Notice tone="bad" action={<Button tone="quiet">Take off the list</Button>}>
            cut.png is damaged or cut short: its picture data ends too soon. Export or copy it again.
          </Notice>
          <Failed what="The list" why="Union Press does not answer. Is it still running?" again={() => undefined} />
        </div>
      </Part>
      <Part word="Marks" wide>
        <div className="grid grid-cols-4 gap-2">
          {STATES.map((s) => (
            <Mark key={s} state={s} word />
          ))}
        </div>
        <div className="mt-3 flex gap-3">
          <Picture src={PLATE} alt="A plain shirt" className="h-[96px] w-[96px]" loupe={PLATE} />
          <Picture src={null} alt="" className="h-[96px] w-[96px]" />
          <Picture src="/nothing.jpg" alt="" className="h-[96px] w-[96px]" />
        </div>
      </Part>
      <Part word="Table, 5,000 rows" wide>
        <div className="h-[170px] border border-rule">
          <Table
            label="Rows"
            rows={{ total: ROWS.length, row: (i) => ROWS[i] }}
            rowHeight={34}
            sorting={[{ id: column, desc: false }]}
            sortBy={setColumn}
            hands={{ picked: new Set(['row-1']), openId: 'row-0', openAt: 0, press: () => undefined }}
            columns={[
              { id: 'name', header: 'Name', size: 180, meta: { wide: true }, cell: ({ row }) => <b>{row.original.name}</b> },
              {
                id: 'price',
                header: 'Price, USD',
                size: 90,
                meta: { right: true },
                cell: ({ row }) => (row.original.price / 100).toFixed(2),
              },
            ]}
          />
        </div>
      </Part>
      <Part word="List, 5,000 items">
        <div className="h-[170px] border border-rule">
          <WindowedList
            label="Items"
            total={ROWS.length}
            item={(i) => ROWS[i]}
            rowHeight={30}
            row={(r) => <span className="block truncate border-b border-rule2 px-3 py-1.5">{r.name}</span>}
          />
        </div>
      </Part>
      <Part word="Slip">
        <div className="h-[190px]">
          <Slip kicker="Proof" title="Keep a light on" label="A slip" close={() => undefined}>
            <Line label="Title" from={<Source from="pattern" />} note="41 of 120">
              Keep A Light On Shirt
            </Line>
            <Line label="Price" from={<Source from="hand" />}>
              24.99
            </Line>
          </Slip>
        </div>
      </Part>
      <Part word="Nothing here yet" wide>
        <div className="h-[160px]">
          <EmptyState title="The press is cold" action={<Button tone="go">To the sheet</Button>}>
            Runs stand here: batches of proofs being drafted or sent.
          </EmptyState>
        </div>
      </Part>
    </main>
  );
}
