/** What is sent to a client. */
interface Sent {
  /** A telephone number, or an address for e-mail. */
  readonly to: string;
  readonly text: string;
  /** Whose message it is. */
  readonly clinicName: string;
}

/** What carries a message to a client. A real one for telephones would speak to a provider; this is its whole interface. */
export interface MessageCarrier {
  /** The server that takes e-mail; null where none is set, and e-mail cannot be sent. */
  readonly mailServer: string | null;
  /** @throws Error with a plain sentence where the message cannot be delivered. */
  send(message: Sent): Promise<void>;
}

const LEAST_FIGURES = 7;

/** The stand-in that ships: delivers to nobody, and refuses what no telephone network would take. */
export const simulatedCarrier: MessageCarrier = {
  mailServer: null,
  send({ to }) {
    const figures = to.replace(/\D/g, '').length;
    return figures < LEAST_FIGURES
      ? Promise.reject(
          new Error(to === '' ? 'No telephone number' : `${to} is no telephone number`),
        )
      : Promise.resolve();
  },
};
