import { lookup } from 'node:dns/promises';
import { isIP } from 'node:net';
import ipaddr from 'ipaddr.js';
import { AddressRefusedError } from './instrument-errors.ts';

/** The usual port of SCPI over TCP. */
const USUAL_PORT = 5025;
/** Where instruments are: on this machine, or on a network that the world does not see. */
const OWN_RANGES = new Set(['loopback', 'private', 'uniqueLocal']);

export interface TypedAddress {
  readonly host: string;
  readonly port: number;
}

/** `192.168.1.20:5025`, `[fd00::7]:5025`, `bench-meter.local`. @throws AddressRefusedError */
export function parseAddress(text: string): TypedAddress {
  const typed = text.trim();
  const match = /^(?:\[([0-9a-f:.]+)\]|([^\s:/@]+))(?::(\d{1,5}))?$/i.exec(typed);
  const bare = match ? undefined : isIP(typed) === 6 ? typed : undefined;
  const host = bare ?? match?.[1] ?? match?.[2];
  if (host === undefined) throw new AddressRefusedError(`“${typed}” is no address; one reads 192.168.1.20:5025.`);
  const port = match?.[3] === undefined ? USUAL_PORT : Number(match[3]);
  if (port < 1 || port > 65535) throw new AddressRefusedError(`${port} is no port (1 to 65535).`);
  return { host, port };
}

/**
 * The address to connect to, once the host is known to be this machine or on a private network. A name is looked up
 * here and connected to by its number, so that it cannot be pointed elsewhere in between.
 *
 * @throws AddressRefusedError
 */
export async function ownAddress({ host, port }: TypedAddress): Promise<TypedAddress> {
  const numbers = isIP(host) ? [host] : (await lookup(host, { all: true }).catch(() => [])).map(({ address }) => address);
  if (numbers.length === 0) throw new AddressRefusedError(`There is no machine called “${host}”.`);
  const foreign = numbers.find((number) => !OWN_RANGES.has(ipaddr.process(number).range()));
  if (foreign !== undefined)
    throw new AddressRefusedError(
      `${host === foreign ? host : `${host} (${foreign})`} is not on this machine and not on a private network. Instruments are only looked for there.`,
    );
  return { host: numbers[0] as string, port };
}
