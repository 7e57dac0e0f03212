/** What carries a message to a client's telephone. A real one would speak to a provider; this is its whole interface. */
export interface MessageCarrier {
  /** @throws Error with a plain sentence where the message cannot be delivered. */
  send(message: { readonly to: string; readonly text: string }): Promise<void>;
}

const LEAST_FIGURES = 7;

/** The stand-in that ships: delivers to nobody, and refuses what no telephone network would take. */
export const simulatedCarrier: MessageCarrier = {
  send({ to }) {
    const figures = to.replace(/\D/g, '').length;
    return figures < LEAST_FIGURES
      ? Promise.reject(
          new Error(to === '' ? 'No telephone number' : `${to} is no telephone number`),
        )
      : Promise.resolve();
  },
};
