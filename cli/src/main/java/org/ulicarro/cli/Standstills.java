package org.ulicarro.cli;

import java.util.List;
import java.util.stream.Collectors;
import org.ulicarro.files.RunRecord;

/** Says in which replications of a run vehicles blocked each other for good: their figures are in every mean. */
final class Standstills {

    private static final int MOST_NAMED = 8;

    private Standstills() {}

    /** A sentence without its first word; to be put behind "warning: ". */
    static String words(RunRecord record) {
        List<Integer> blocked = record.blocked();
        String which = blocked.stream().limit(MOST_NAMED).map(String::valueOf).collect(Collectors.joining(", "))
                + (blocked.size() > MOST_NAMED ? ", …" : "");
        return "vehicles blocked each other for good in " + blocked.size() + " of " + record.replications()
                + (record.replications() == 1 ? " replication" : " replications (" + which + ")")
                + "; the means hold " + (blocked.size() == 1 ? "it" : "them") + ", and log.txt says who";
    }
}
