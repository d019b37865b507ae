package org.ulicarro.core.search.optimize;

/** Says quickly how good plans are likely to be, so that simulation is spent on those that may win. */
interface Screen {

    /** An index in seconds a journey, of which only the order of plans counts; less is better. */
    double index(SignalTimes plan);
}
