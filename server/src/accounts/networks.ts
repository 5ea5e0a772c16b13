/** The network of the school: addresses and ranges, as an administrator gave them. */
import { BlockList, isIP } from 'node:net';
import type { SignedIn } from '../access/signed-in';
import type { Database } from '../database/connect';
import { invalid } from '../problems/problem';
import { sentence } from './sentences';

const bits = { 4: 32, 6: 128 } as const;

/** An address or a range in CIDR notation (RFC 4632), read; null where it is neither. */
function rangeOf(text: string): { address: string; family: 4 | 6; length: number } | null {
  const [address = '', prefix, ...more] = text.split('/');
  const family = isIP(address);
  if ((family !== 4 && family !== 6) || more.length > 0) return null;
  if (prefix === undefined) return { address, family, length: bits[family] };
  const length = /^\d{1,3}$/.test(prefix) ? Number(prefix) : Infinity;
  return length <= bits[family] ? { address, family, length } : null;
}

export async function readNetworks({ models }: Database, me: SignedIn): Promise<string[]> {
  const school = await models.School.findByPk(me.account.schoolId);
  return school?.networks ?? [];
}

/** @throws Problem 422 naming the first line that is no address and no range */
export async function setNetworks(
  { models }: Database,
  me: SignedIn,
  networks: readonly string[],
): Promise<void> {
  const wrong = networks.find((text) => rangeOf(text) === null);
  if (wrong !== undefined)
    throw invalid([{ pointer: '/networks', message: sentence('noNetwork', { text: wrong }) }]);
  await models.School.update(
    { networks: networks.length === 0 ? null : [...networks] },
    { where: { id: me.account.schoolId } },
  );
}

/** @param address of the device, as the connection or a trusted proxy says */
export function isWithin(networks: readonly string[], address: string | undefined): boolean {
  const list = new BlockList();
  for (const text of networks) {
    const range = rangeOf(text);
    if (range) list.addSubnet(range.address, range.length, range.family === 4 ? 'ipv4' : 'ipv6');
  }
  const family = isIP(address ?? '');
  if (!address || family === 0) return false;
  return list.check(address, family === 4 ? 'ipv4' : 'ipv6');
}
