import { createInterface } from 'node:readline/promises';
import { pino } from 'pino';
import { passwordFault, ROLES } from '@fond/contract';
import { readConfig } from './config';
import { makeDataFolder } from './dataFolder';
import { UserModel } from './database/models';
import { openTool } from './database/tool';
import { addUser } from './person/users';

/** `npm run add-user -- EMAIL "NAME" [ROLE]`: the password is asked for, or read from standard input. */
async function main(): Promise<number> {
  const [email, name, asked = 'owner'] = process.argv.slice(2);
  if (!email?.includes('@') || !name) {
    process.stderr.write(
      'Name the email and the person: npm run add-user -- ines@shop.example "Ines Marlow" owner\n',
    );
    return 2;
  }
  const role = ROLES.find((one) => one === asked);
  if (!role) {
    process.stderr.write(`“${asked}” is no role; name one of ${ROLES.join(', ')}.\n`);
    return 2;
  }
  const prompt = createInterface({ input: process.stdin, output: process.stderr });
  const password = (await prompt.question(`Password for ${email}, at least ten characters: `)).trim();
  prompt.close();
  const fault = passwordFault(password);
  if (fault) {
    process.stderr.write(`The password ${fault}; nobody was added.\n`);
    return 1;
  }
  const config = readConfig(process.env);
  await makeDataFolder(config.data);
  const tool = await openTool(config, pino({ level: 'warn' }));
  try {
    if (await UserModel.findOne({ where: { email: email.toLowerCase() } })) {
      process.stderr.write(`${email} can sign in already; nothing was changed.\n`);
      return 1;
    }
    await addUser(name, email, password, role);
    process.stdout.write(`${name} can sign in as ${email}, with the role ${role}.\n`);
    return 0;
  } finally {
    await tool.close();
  }
}

process.exitCode = await main();
