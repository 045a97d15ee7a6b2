/** The older identification file: /etc/lsb-release. */
import { type OsRelease, parseOsRelease } from './osRelease.ts';

/** What the fields of an lsb-release file (LSB 5.0, `/etc/lsb-release`) are called in os-release. */
const LSB_FIELDS: Readonly<Record<string, string>> = {
  DISTRIB_ID: 'NAME',
  DISTRIB_RELEASE: 'VERSION_ID',
  DISTRIB_CODENAME: 'VERSION_CODENAME',
  DISTRIB_DESCRIPTION: 'PRETTY_NAME',
};

/** True if a text is an lsb-release file. */
export function isLsbRelease(text: string): boolean {
  return /^DISTRIB_ID=\S/m.test(text);
}

/** Reads an lsb-release file under the names of os-release; fields without one are left out. Never throws. */
export function parseLsbRelease(text: string, where: string): OsRelease {
  const { fields, issues } = parseOsRelease(text, where);
  const renamed = Object.entries(fields).flatMap(([name, value]) =>
    LSB_FIELDS[name] ? [[LSB_FIELDS[name], value]] : [],
  );
  return { fields: Object.fromEntries(renamed), issues };
}
