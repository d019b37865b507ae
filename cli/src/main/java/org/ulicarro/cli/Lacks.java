package org.ulicarro.cli;

import java.io.PrintWriter;
import org.ulicarro.files.LoadedStudy;

/** Says below what is shown of a study that cannot run yet what keeps it from that. */
final class Lacks {

    private Lacks() {}

    /** Tells of it, if there is something. Returns the exit code. */
    static int tell(LoadedStudy.Looked looked, PrintWriter err) {
        if (looked.problem() == null) {
            return Exit.DONE;
        }
        err.println(
                switch (looked.lacking()) {
                    case SIGNALS ->
                        "signal control is not legal yet: groups and who yields, where they stand, are of a plan to begin with";
                    case DEMAND -> "demand cannot be used yet; what is shown does not depend on it";
                    case NETWORK ->
                        "roads and places are not right yet: this is what could be laid out; groups are of a plan to begin with";
                    case NOTHING -> throw new IllegalStateException("a problem with nothing");
                });
        Failures.print(looked.problem(), err);
        return Exit.INPUT;
    }
}
