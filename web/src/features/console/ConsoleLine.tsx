import { roomOf } from '@tidy-quill/core/console';
import { figure, INCIDENT_WORDS } from '../../text';
import { useVisit } from '../visit/use-visit';
import { CONSOLE_STATE_WORDS, useConsole, useConsoleFaults } from './room-console';

/** The console in a few words beside the state of the session; nothing where the room has none. */
export function ConsoleLine() {
  const live = useConsole();
  const faults = useConsoleFaults();
  const room = roomOf(useVisit('record').record);
  if (live === undefined || live.link === 'opening') return null;
  const { status, link } = live;
  if (status === null || link === 'down') {
    return <span className="console-line is-fault">✕ no link to the console</span>;
  }
  if (faults.length > 0) {
    return (
      <span className="console-line is-fault">
        ■ console: {faults.map((each) => INCIDENT_WORDS[each]).join('; ')}
      </span>
    );
  }
  const { mark, word } = CONSOLE_STATE_WORDS[status.state];
  return (
    <span className="console-line figures">
      <span aria-hidden>{mark} </span>
      console {word.toLowerCase()}
      {status.tipC === null || room?.plateC == null ? '' : `, tip ${figure(status.tipC)} °C`}, door{' '}
      {status.interlock}
    </span>
  );
}
