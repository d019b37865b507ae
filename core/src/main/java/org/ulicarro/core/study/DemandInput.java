package org.ulicarro.core.study;

import java.util.LinkedHashMap;
import java.util.Map;
import org.ulicarro.core.base.Dimension;

/**
 * Who wants to travel.
 *
 * @param mix share of each vehicle type; relative, so they need not add up to one
 * @param types types of vehicle that the study makes
 * @param arrivals how vehicles of one entry are spread over time
 * @param growth how much more than counted, typed in or tabled: of volumes, entries and trips
 * @param routes where routes of counted traffic come from
 * @param volumes tables of turning counts by id, as paths beside study.yaml
 * @param peak how counted hours swell; null where they do not
 * @param balance what is done where neighbouring counts do not agree
 * @param entries who enters where, by place
 * @param trips tables of trips between places, by path beside study.yaml
 * @param ways table of ways that drivers choose, as a path beside study.yaml; null where everybody takes the fastest
 * @param choice how drivers choose
 * @param informed drivers who change their way on what they hear; null for nobody
 * @param services lines of buses or trams by id
 * @param departures single vehicles by id
 * @param surges queues let loose, by id
 * @param walkers people over each crossing, by its id
 * @param walking how they walk; null for the usual way
 */
public record DemandInput(
        @Unit(Dimension.SHARE) @About("Share of each vehicle type: {car: 95 %, truck: 5 %}.")
        Map<String, Double> mix,

        @About("Types of vehicle beside the built-in ones: {coach: {based-on: bus, length: 13.5 m}}.")
        Map<String, TypeInput> types,

        @Usual("random")
        @About(
                "How vehicles are spread over time: random is Poisson; even is at equal distances; exact is at random times with exactly the number written.")
        Arrivals arrivals,

        @Usual("0 %") @Unit(Dimension.SHARE) @About("How much more than counted, typed in or tabled: 12 %, or -5 %.")
        double growth,

        @Usual("turns")
        @About(
                "Where routes of counted traffic come from: turn by turn from the shares of each place, or estimated from all counts together.")
        Routing routes,

        @About("Tables of turning counts by id: {pm: counts/pm.csv}.")
        Map<String, String> volumes,

        @About("How traffic swells within counted hours: {factor: 0.92, quarter: 2}.")
        Peak peak,

        @About("What is done where the counts of neighbouring places do not agree.")
        Balance balance,

        @About("Who enters where, by place: {west: {vehicles: 700 veh/h, routes: {to-pier: {via: [gate, pier]}}}}.")
        Map<String, EntryInput> entries,

        @KeyForm(KeyForm.TABLE) @About("Tables of trips between places: {od/pm.csv: {}}.")
        Map<String, TripTable> trips,

        @About(
                "A table of the ways that drivers choose, and how many take each: ways.csv. 'assign' makes it; where none is written, everybody takes the fastest way.")
        String ways,

        @About("How drivers choose their way, where a table or an entry says only where they go.")
        ChoiceInput choice,

        @About("Drivers who hear of the state of the road on their way, and change it: {share: 20 %, every: 5 min}.")
        InformedInput informed,

        @About("Lines of buses or trams by id.") Map<String, Service> services,

        @About("Single vehicles by id.") Map<String, SingleTrip> departures,

        @About("Queues let loose, by id.") Map<String, Surge> surges,

        @KeyForm(KeyForm.DOTTED)
        @About("People over each crossing: {gate.quay-1: 240 /h}, {gate.pier: 90 /h + 30 /h in groups of 3}.")
        Map<String, WalkerFlow> walkers,

        @About("How people walk and keep to signals.") Walking walking) {

    public enum Arrivals {
        RANDOM,
        EVEN,
        EXACT
    }

    public enum Routing {
        TURNS,
        ESTIMATED
    }

    /** Only vehicles of a mix, by counts. */
    public static DemandInput of(Map<VehicleType, Double> mix) {
        return of(mix, null, null, null);
    }

    /** Vehicles of a mix by counts, lines, and people. */
    public static DemandInput of(
            Map<VehicleType, Double> mix,
            Map<String, Service> services,
            Map<String, WalkerFlow> walkers,
            Walking walking) {
        Map<String, Double> written = new LinkedHashMap<>();
        // in the order of the types: draws go by the order of a mix, and that of Map.of differs from run to run
        for (VehicleType type : VehicleType.values()) {
            if (mix.containsKey(type)) {
                written.put(Written.of(type), mix.get(type));
            }
        }
        return new DemandInput(
                written, null, null, 0, null, null, null, null, null, null, null, null, null, services, null, null,
                walkers, walking);
    }

    /** The same vehicles and people, none of whom travels. */
    public DemandInput withNobody() {
        return new DemandInput(
                mix, types, null, 0, null, null, null, null, null, null, null, null, null, null, null, null, null,
                null);
    }

    /** The same with other entries. */
    public DemandInput withEntries(Map<String, EntryInput> others) {
        return new DemandInput(
                mix,
                types,
                arrivals,
                growth,
                routes,
                volumes,
                peak,
                balance,
                others,
                trips,
                ways,
                choice,
                informed,
                services,
                departures,
                surges,
                walkers,
                walking);
    }

    public DemandInput {
        if (mix == null) {
            mix = Map.of(Written.of(VehicleType.CAR), 1.0);
        }
        mix = InOrder.map(mix);
        types = InOrder.map(types);
        arrivals = arrivals == null ? Arrivals.RANDOM : arrivals;
        routes = routes == null ? Routing.TURNS : routes;
        volumes = InOrder.map(volumes);
        balance = balance == null ? Balance.USUAL : balance;
        entries = InOrder.map(entries);
        trips = InOrder.map(trips);
        choice = choice == null ? ChoiceInput.USUAL : choice;
        services = InOrder.map(services);
        departures = InOrder.map(departures);
        surges = InOrder.map(surges);
        walkers = InOrder.map(walkers);
        walking = walking == null ? Walking.USUAL : walking;
    }
}
