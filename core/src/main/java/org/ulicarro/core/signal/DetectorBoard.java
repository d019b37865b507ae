package org.ulicarro.core.signal;

/** What detectors report, read by controllers. A fixed plan asks nothing of it. */
public interface DetectorBoard {

    /** A board without detectors. */
    DetectorBoard NONE = detector -> false;

    /** Whether people who wait for that signal group have asked for it. */
    default boolean pressed(int footGroup) {
        return false;
    }

    /** Whether a vehicle is on that detector. */
    boolean occupied(int detector);
}
