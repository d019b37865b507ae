package org.ulicarro.core.study;

/**
 * A ramp meter.
 *
 * @param meter how it lets vehicles go; null where it is missing, which compiling says
 */
public record MeterControl(
        @About("How it lets vehicles go.") MeterInput meter) implements SignalController {

    @Override
    public Kind kind() {
        return Kind.METER;
    }

    /** None: no vehicles of a meter conflict. */
    @Override
    public ClearanceInput clearance() {
        return null;
    }

    @Override
    public MeterControl withClearance(ClearanceInput given) {
        return this;
    }
}
