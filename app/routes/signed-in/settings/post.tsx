import { dayOf, timeOf } from '#core/calendar';
import { personContext } from '~/context.server';
import { load } from '~/door.server';
import { postTrayOf } from '~/services/reminding.server';
import { Empty } from '~/ui/parts/Empty';
import { longDay } from '~/ui/parts/words';
import type { Route } from './+types/post';
import settings from './settings.module.css';
import classes from './post.module.css';

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(personContext);
  return load(async () => ({ posts: await postTrayOf(setting, who) }));
}

/** What would have gone out, where no mail server is configured. */
export default function Post({ loaderData }: Route.ComponentProps) {
  const { posts } = loaderData;
  return (
    <>
      <h1>Post tray</h1>
      <p className={settings.soft}>
        Simulated: nothing of it was sent. With a mail server (SMTP_URL) messages go out and do not
        come here.
      </p>
      {posts.length === 0 ? (
        <Empty>Nothing was to be sent yet.</Empty>
      ) : (
        <ol className={classes.posts}>
          {posts.map(({ id, to, subject, text, at, name, timeZone }) => {
            const instant = at.getTime();
            return (
              <li key={id}>
                <p className={classes.head}>
                  <strong>{subject}</strong>
                  <span>
                    {longDay(dayOf(instant, timeZone))}, {timeOf(instant, timeZone)}
                  </span>
                </p>
                <p className={settings.soft}>
                  to <span dir="auto">{name}</span>, {to}
                </p>
                <pre>{text}</pre>
              </li>
            );
          })}
        </ol>
      )}
    </>
  );
}
