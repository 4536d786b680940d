import { createInterface } from 'node:readline/promises';
import { pino } from 'pino';
import { readConfig } from './config';
import { makeDataFolder } from './dataFolder';
import { UserModel } from './database/models';
import { openTool } from './database/tool';
import { addUser } from './people/users';

const LEAST_LENGTH = 10;

/** `npm run add-user -- EMAIL "NAME"`: the password is asked for, or read from standard input. */
async function main(): Promise<number> {
  const [email, name] = process.argv.slice(2);
  if (!email?.includes('@') || !name) {
    process.stderr.write(
      'Name the email and the person: npm run add-user -- ines@shop.example "Ines Marlow"\n',
    );
    return 2;
  }
  const prompt = createInterface({ input: process.stdin, output: process.stderr });
  const password = (
    await prompt.question(`Password for ${email} (at least ${LEAST_LENGTH} characters): `)
  ).trim();
  prompt.close();
  if (password.length < LEAST_LENGTH) {
    process.stderr.write('The password is too short; nobody was added.\n');
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
    await addUser(name, email, password);
    process.stdout.write(`${name} can sign in as ${email}.\n`);
    return 0;
  } finally {
    await tool.close();
  }
}

process.exitCode = await main();
