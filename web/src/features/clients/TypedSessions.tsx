import type { PastSession } from '@tidy-quill/core/plan';
import { figure, fluenceText, nmText, responseText, shortDay, spotText } from '../../text';

/** Sessions given before the client came here, as they were typed in; nothing where there are none. */
export function TypedSessions({ sessions }: { sessions: readonly PastSession[] }) {
  if (sessions.length === 0) return null;
  return (
    <section aria-label="Typed in from earlier records">
      <h3>Typed in from earlier records</h3>
      <table className="data-table">
        <thead>
          <tr>
            <th scope="col">Day</th>
            <th scope="col">Wavelength</th>
            <th scope="col">Fluence</th>
            <th scope="col">Pulse</th>
            <th scope="col">Spot</th>
            <th scope="col">Response</th>
          </tr>
        </thead>
        <tbody>
          {sessions.map(({ on, wavelengthNm, setting, answer }, index) => (
            <tr key={index}>
              <th scope="row">{shortDay(on)}</th>
              <td>{nmText(wavelengthNm)}</td>
              <td>{fluenceText(setting)}</td>
              <td>{figure(setting.pulseMs, 6)} ms</td>
              <td>{spotText(setting.spot)}</td>
              <td>{responseText(answer)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="small">
        With which console they were given nobody here has measured: they count as sessions, and in
        full where they were borne badly, but they never lift a plan and stand in for no test spot.
      </p>
    </section>
  );
}
