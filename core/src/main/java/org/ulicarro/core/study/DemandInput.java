package org.ulicarro.core.study;

import java.util.Map;
import org.ulicarro.core.base.Dimension;

/**
 * Who wants to travel.
 *
 * @param mix share of each vehicle type; relative, so they need not add up to one
 * @param arrivals how vehicles of one entry are spread over time
 * @param walkers people over each crossing, by its id
 * @param walking how they walk; null for the usual way
 * @param volumes tables of turning counts by id, as paths beside study.yaml
 */
public record DemandInput(
        @Unit(Dimension.SHARE) @About("Share of each vehicle type: {car: 95 %, truck: 5 %}.")
        Map<VehicleType, Double> mix,

        @Usual("random") @About("How the vehicles of an entry are spread over time: random is Poisson.")
        Arrivals arrivals,

        @Required @About("Tables of turning counts by id: {pm: counts/pm.csv}.")
        Map<String, String> volumes,

        @About("Lines of buses or trams by id.") Map<String, Service> services,

        @KeyForm(KeyForm.DOTTED)
        @About("People over each crossing: {gate.quay-1: 240 /h}, {gate.pier: 90 /h + 30 /h in groups of 3}.")
        Map<String, WalkerFlow> walkers,

        @About("How people walk and keep to signals.") Walking walking) {

    public enum Arrivals {
        RANDOM
    }

    /** Only vehicles of a mix, by counts. */
    public static DemandInput of(Map<VehicleType, Double> mix) {
        return new DemandInput(mix, Arrivals.RANDOM, null, null, null, null);
    }

    public DemandInput {
        if (mix == null) {
            mix = Map.of(VehicleType.CAR, 1.0);
        }
        mix = InOrder.map(mix);
        volumes = InOrder.map(volumes);
        services = InOrder.map(services);
        walkers = InOrder.map(walkers);
        walking = walking == null ? Walking.USUAL : walking;
    }
}
