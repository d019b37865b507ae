package org.ulicarro.core.assign;

import org.ulicarro.core.measure.TableName;
import org.ulicarro.core.study.About;

/** One iteration: how many drivers were driven over which ways, what came of it, and how far it is from the one before. Means over replications. */
@TableName(value = "iterations", about = "how an assignment converged, iteration by iteration")
public record IterationRow(
        @About("vehicles that wanted to travel") double wanted,

        @About("of them not yet arrived when the run ended") double unfinished,

        @About("waiting outside at the end of the period") double outside,

        @About("vehicles that found no room to change lanes in time, and drove on another way")
        double missedTurns,

        @About("mean of all journeys (s)") double travelTimeS,
        @About("mean of all journeys (s)") double delayS,

        @About("rings of vehicles that blocked each other, all replications together")
        int standstills,

        @About("ways that are known") int paths,
        @About("of them found after this iteration") int found,

        @About("drivers who took another way than in the iteration before (share)")
        double changed,

        @About("time that all drivers together could still save, by the times that they know (share)")
        double gap,

        @About("ways whose time changed by no more than the limit (share)")
        double pathTime,

        @About("the same, each way counted by those on it (share)")
        double pathTimeByVolume,

        @About("roads whose time changed by no more than the limit (share)")
        double linkTime,

        @About("the same, each road counted by those on it (share)")
        double linkTimeByVolume,

        @About("roads whose volume changed by no more than the limit (share)")
        double linkVolume,

        @About("how far shares moved towards those that drivers would choose")
        double step,

        @About("iterations in a row that met all limits") int inARow) {}
