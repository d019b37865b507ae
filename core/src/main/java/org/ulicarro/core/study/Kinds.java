package org.ulicarro.core.study;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.ulicarro.core.base.Fault;

/** All types of vehicle of one study: the built-in ones and its own. Immutable. */
public final class Kinds {

    /** A type, and how much of it there is relative to others. */
    public record Part(VehicleKind kind, double weight) {}

    private static final Set<VehicleType> HEAVY =
            Set.of(VehicleType.TRUCK, VehicleType.ARTICULATED, VehicleType.BUS, VehicleType.TRAM);

    private final Map<String, VehicleKind> kinds = new LinkedHashMap<>();
    private final Map<String, Map<String, Double>> groups = new LinkedHashMap<>();

    private Kinds(Map<VehicleType, VehicleInput> changed, Map<String, TypeInput> types) {
        for (VehicleType type : VehicleType.values()) {
            kinds.put(
                    Written.of(type),
                    new VehicleKind(Written.of(type), type, type.usual().with(changed.get(type))));
        }
        types.forEach((id, type) -> {
            if (type.basedOn() != null) {
                Vehicle base = kinds.get(Written.of(type.basedOn())).vehicle();
                kinds.putIfAbsent(id, new VehicleKind(id, type.basedOn(), base.with(type.changes())));
            } else if (!kinds.containsKey(id)) {
                groups.put(id, type.shares());
            }
        });
    }

    public static Kinds of(Study study) {
        return new Kinds(study.vehicles(), study.demand().types());
    }

    /** Only the built-in types. */
    public static Kinds builtIn() {
        return new Kinds(Map.of(), Map.of());
    }

    /** Whether a type of that name is known, single or several together. */
    public boolean has(String id) {
        return kinds.containsKey(id) || groups.containsKey(id);
    }

    /** Names of all types. */
    public Set<String> names() {
        Set<String> names = new TreeSet<>(kinds.keySet());
        names.addAll(groups.keySet());
        return names;
    }

    /** A name that is none. */
    public Fault unknown(String pointer, String id) {
        return Fault.unknown(pointer, "type of vehicle", id, names());
    }

    /** A single type; the first one of several that stand under one name. */
    public VehicleKind one(String id) {
        return kinds.containsKey(id) ? kinds.get(id) : parts(id, 1).get(0).kind();
    }

    /** The types of a mix with their weights, groups of them taken apart. */
    public List<Part> parts(Map<String, Double> mix) {
        List<Part> parts = new ArrayList<>();
        mix.forEach((id, share) -> parts.addAll(parts(id, share)));
        return parts;
    }

    private List<Part> parts(String id, double weight) {
        if (kinds.containsKey(id)) {
            return List.of(new Part(kinds.get(id), weight));
        }
        Map<String, Double> shares = groups.get(id);
        double total = shares.values().stream().mapToDouble(Double::doubleValue).sum();
        List<Part> parts = new ArrayList<>();
        shares.forEach((member, share) -> parts.add(new Part(kinds.get(member), weight * share / total)));
        return parts;
    }

    /** What is wrong with the types that a study makes. */
    static void check(Map<String, TypeInput> types, List<Fault> faults) {
        Set<String> single = new TreeSet<>();
        for (VehicleType type : VehicleType.values()) {
            single.add(Written.of(type));
        }
        for (Map.Entry<String, TypeInput> one : types.entrySet()) {
            String pointer = Fault.child("/demand/types", one.getKey());
            boolean group = !one.getValue().shares().isEmpty();
            if (single.contains(one.getKey())) {
                faults.add(StudyFault.TYPE_BUILT_IN.at(pointer, one.getKey()));
            }
            if (group == (one.getValue().basedOn() != null)) {
                faults.add(StudyFault.TYPE_FORM.at(pointer));
            }
        }
        types.forEach((id, type) -> {
            if (type.basedOn() != null) {
                single.add(id);
                checkSizes(Fault.child("/demand/types", id), type, faults);
            }
        });
        types.forEach((id, type) -> type.shares().forEach((member, share) -> {
            String pointer = Fault.child(Fault.child("/demand/types", id) + "/shares", member);
            if (!single.contains(member)) {
                faults.add(Fault.unknown(pointer, "single type of vehicle", member, single));
            } else if (!(share > 0)) {
                faults.add(StudyFault.TYPE_SHARE.at(pointer));
            }
        }));
    }

    private static void checkSizes(String pointer, TypeInput type, List<Fault> faults) {
        if (type.length() != null && !(type.length() >= 1 && type.length() <= 60)) {
            faults.add(StudyFault.VEHICLE_LENGTH.at(pointer + "/length"));
        }
        if (type.width() != null && !(type.width() >= 0.4 && type.width() <= 3.5)) {
            faults.add(StudyFault.VEHICLE_WIDTH.at(pointer + "/width"));
        }
    }

    /** The share of trucks and buses in a mix, 0 to 1. */
    public double heavyShare(Map<String, Double> mix) {
        return share(mix, HEAVY);
    }

    /** The share of some types in a mix, 0 to 1. */
    public double share(Map<String, Double> mix, Set<VehicleType> of) {
        double some = 0;
        double all = 0;
        for (Part part : parts(mix)) {
            some += of.contains(part.kind().base()) ? part.weight() : 0;
            all += part.weight();
        }
        return all > 0 ? some / all : 0;
    }
}
