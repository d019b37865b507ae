package org.ulicarro.core.signal;

import java.util.List;
import org.ulicarro.core.study.VehicleType;

/**
 * A detector that a controller asks.
 *
 * @param place whose controller
 * @param channel its number in events of that controller
 * @param id as in the study, or a name made from its lane where none was written
 * @param lane index of its lane
 * @param from where it begins (m along the lane)
 * @param to where it ends (m)
 * @param groups signal groups whose phases it calls
 * @param derived whether nobody wrote it: it was laid where its phase needs one
 * @param only types of vehicle that it sees; all where there are none
 */
public record DetectorPlace(
        String place,
        int channel,
        String id,
        int lane,
        double from,
        double to,
        List<Integer> groups,
        boolean derived,
        List<VehicleType> only) {

    DetectorPlace withChannel(int other) {
        return new DetectorPlace(place, other, id, lane, from, to, groups, derived, only);
    }
}
