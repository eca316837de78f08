import type { Command } from 'commander';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { startPreview } from '../../node/preview/start-preview.ts';
import type { Running } from '../command.ts';

interface PreviewArguments {
  readonly port?: string;
  readonly host?: string;
  readonly siteStyle?: string;
}

/** `preview MOULD…`: a local page that follows edits. */
export function addPreview(program: Command, running: Running): void {
  program
    .command('preview')
    .summary('see a mould live at several widths')
    .description(
      'Serves a local page with the settings form next to live frames at several widths. It follows changes of the files.',
    )
    .argument('<MOULD...>', 'mould folders')
    .option('--port <number>', 'local port (default: any free port)')
    .option('--host <file>', 'an HTML page to try it in')
    .option('--site-style <file>', 'a CSS file of the site to load around it')
    .action((folders: string[], options: PreviewArguments) =>
      running(async (terminal, world) => {
        const port = options.port === undefined ? undefined : readPort(options.port);
        const preview = await startPreview(folders, {
          port,
          host: options.host,
          siteStyle: options.siteStyle,
        });
        if (terminal.isJson) terminal.json({ url: preview.url, moulds: folders });
        else {
          terminal.say(`${terminal.strong(preview.url)} shows ${folders.join(', ')}.`);
          terminal.say('The page updates when you save a file of the mould. Press Ctrl+C to stop.');
        }
        await world.untilStopped();
        await preview.close();
        return [];
      }),
    );
}

function readPort(typed: string): number {
  const port = Number(typed);
  if (Number.isInteger(port) && port >= 0 && port <= 65_535) return port;
  const what = `--port must be a whole number from 0 to 65535, not ${typed}.`;
  throw new Refusal(finding('call/usage', { what, command: 'preview' }));
}
