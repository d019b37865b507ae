package org.ulicarro.link;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.ulicarro.core.signal.ExternalProgram;

/**
 * Questions to external controllers and their answers, whatever carries them. Each place in each replication is a session; replications ask
 * from threads of their own, and each waits for its answer only.
 */
public abstract class Exchange implements AutoCloseable {

    /** More than so many to one question are no answers, and are not kept. */
    private static final int MOST_ANSWERS = 1000;

    private final Map<String, Conversation> open = new LinkedHashMap<>();
    private final Map<String, String> incidents = new TreeMap<>();
    private String lost; // why nobody is there any more, or null

    /** Who decides in one replication. */
    public ExternalProgram of(int replication) {
        return place -> {
            Conversation conversation = new Conversation(replication, place);
            synchronized (open) {
                open.put(conversation.session, conversation);
            }
            conversation.say(Messages.begin(conversation.session, replication, place));
            return conversation;
        };
    }

    /** Where a fallback took over, and why: one line each, in the order of replications and places. */
    public List<String> incidents() {
        synchronized (open) {
            return List.copyOf(incidents.values());
        }
    }

    /**
     * Sends a message to whoever controls.
     *
     * @param session which it belongs to
     * @throws java.io.IOException when it cannot be sent
     */
    abstract void send(String session, String message) throws java.io.IOException;

    /** Takes a message from outside. */
    final void received(String text) {
        Messages.Received message = Messages.read(text);
        if (message instanceof Messages.Received.Rubbish rubbish) {
            failAll(rubbish.why());
        } else if (message instanceof Messages.Received.Want want) {
            Conversation meant;
            synchronized (open) {
                meant = open.get(want.session());
            }
            if (meant == null) {
                failAll("session '" + want.session() + "' is none of those that were begun");
            } else {
                meant.answers.offer(new Reply(want.number(), want.green(), null));
            }
        }
    }

    /** Takes something that is no message at all. */
    final void rubbish(String why) {
        failAll(why);
    }

    /** Nobody is there any more. */
    final void lost(String why) {
        synchronized (open) {
            lost = why;
        }
        failAll(why);
    }

    /** Somebody is there again. */
    final void found() {
        synchronized (open) {
            lost = null;
        }
    }

    private void failAll(String why) {
        List<Conversation> all;
        synchronized (open) {
            all = new ArrayList<>(open.values());
        }
        all.forEach(c -> c.answers.offer(new Reply(0, null, why)));
    }

    @Override
    public abstract void close();

    /** An answer, or why there is none. */
    private record Reply(int number, List<String> green, String failure) {}

    private final class Conversation implements ExternalProgram.Line {

        private final String session;
        private final int replication;
        private final ExternalProgram.Place place;
        private final List<String> ids;
        private final BlockingQueue<Reply> answers = new LinkedBlockingQueue<>(MOST_ANSWERS);

        Conversation(int replication, ExternalProgram.Place place) {
            this.replication = replication;
            this.place = place;
            session = replication + "/" + place.place();
            ids = place.groups().stream().map(ExternalProgram.Group::id).toList();
        }

        private String say(String message) {
            try {
                send(session, message);
                return null;
            } catch (java.io.IOException e) {
                return "it cannot be reached: " + e.getMessage();
            }
        }

        @Override
        public ExternalProgram.Answer ask(ExternalProgram.Sight sight) {
            synchronized (open) {
                if (lost != null) {
                    return ExternalProgram.Answer.failed(lost);
                }
            }
            answers.clear(); // whatever came without being asked for
            String failure = say(Messages.ask(session, place, sight));
            if (failure != null) {
                return ExternalProgram.Answer.failed(failure);
            }
            long end = System.nanoTime() + (long) (place.timeoutSeconds() * 1e9);
            try {
                while (true) {
                    Reply reply = answers.poll(end - System.nanoTime(), TimeUnit.NANOSECONDS);
                    if (reply == null) {
                        return ExternalProgram.Answer.failed("no answer in " + place.timeoutSeconds() + " s");
                    }
                    if (reply.failure() != null) {
                        return ExternalProgram.Answer.failed(reply.failure());
                    }
                    if (reply.number() == sight.number()) {
                        return answer(reply.green());
                    } // else it is late, and for another question
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return ExternalProgram.Answer.failed("the run was interrupted");
            }
        }

        private ExternalProgram.Answer answer(List<String> green) {
            boolean[] wanted = new boolean[ids.size()];
            for (String id : green) {
                int g = ids.indexOf(id);
                if (g < 0) {
                    return ExternalProgram.Answer.failed("it asks for green of '" + id + "', which is no group here");
                }
                wanted[g] = true;
            }
            return ExternalProgram.Answer.of(wanted);
        }

        @Override
        public void fellBack(int tick, String why) {
            synchronized (open) {
                open.remove(session);
                incidents.put(
                        String.format(java.util.Locale.ROOT, "%06d/%s", replication, place.place()),
                        "replication " + replication + ", " + Messages.time(tick) + ": control of '" + place.place()
                                + "' by an external program ended, plan '" + place.fallback() + "' took over: " + why);
            }
            say(Messages.fellBack(session, tick, why, place.fallback()));
        }

        @Override
        public void close() {
            synchronized (open) {
                if (open.remove(session) == null) {
                    return; // the other side has been told already
                }
            }
            say(Messages.end(session));
        }
    }
}
