package org.ulicarro.core.signal;

import org.ulicarro.core.base.Stateful;

/** Decides what the signal groups of one place show. Asked once per tick, in rising ticks. */
public interface Controller extends Stateful {

    void advance(int tick, DetectorBoard detectors, Aspects aspects);
}
