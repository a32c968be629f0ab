import { Toaster } from 'sonner';
import { visitor } from '@/app/visitor';
import { line } from '@/services/line/line';
import { CommandKeys } from '@/ui/commands/commands';
import { ShellCommands } from '@/ui/commands/shell-commands';
import { FirstStepsBar } from '@/ui/shell/first-steps-bar';
import { CommandBox } from '@/ui/shell/command-box';
import { Keys } from '@/ui/shell/keys';
import { Live } from '@/ui/shell/live';
import { Masthead } from '@/ui/shell/masthead';
import { Queries } from '@/ui/shell/queries';
import { Tray } from '@/ui/shell/tray';

export const dynamic = 'force-dynamic';

export default async function Layout({ children }: { children: React.ReactNode }) {
  const caller = await visitor();
  const stations = await line(caller.workspace);
  return (
    <Queries>
      <div className="grid h-screen grid-rows-[auto_auto_1fr_auto] overflow-hidden">
        <a href="#work" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-paper focus:p-2">
          To the work area
        </a>
        <Masthead first={stations} workspace={caller.workspaceName} signedIn={caller.person !== null} />
        <FirstStepsBar first={stations} />
        <main id="work" className="min-h-0 min-w-0">
          {children}
        </main>
        <ShellCommands />
        <CommandBox />
        <Keys />
        <CommandKeys />
        <Tray />
        <Live />
        <Toaster
          position="bottom-left"
          offset={{ bottom: 84 }}
          toastOptions={{
            unstyled: true,
            classNames: {
              toast: 'font-sans! bg-ink text-paper px-4 py-3 text-[13px] font-medium w-[380px] flex gap-3',
              actionButton: 'ml-auto shrink-0 font-semibold underline',
              error: 'bg-spot! text-spotink!',
            },
          }}
        />
      </div>
    </Queries>
  );
}
