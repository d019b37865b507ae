package org.ulicarro.core.run;

import java.util.function.UnaryOperator;
import org.ulicarro.core.study.AtPath;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Study;

/**
 * What a variant has otherwise. A change says nothing of what is to be compiled anew: that follows from which parts of the inputs are no
 * longer what they were.
 */
@FunctionalInterface
public interface Change extends UnaryOperator<Inputs> {

    /** Of anything that the study says. */
    static Change study(UnaryOperator<Study> change) {
        return inputs -> inputs.with(change.apply(inputs.study()));
    }

    /**
     * Of one value: {@code Change.at("signals.market.plans.pm.offset", 12.0)}.
     *
     * @param path keys as a study writes them
     * @param value in SI units, of the type that stands there
     * @throws IllegalArgumentException when it is applied to a study that has no such value
     */
    static Change at(String path, Object value) {
        return study(study -> AtPath.with(study, path, value));
    }

    /** Of places and roads. */
    static Change network(UnaryOperator<NetworkInput> change) {
        return study(study -> study.withNetwork(change.apply(study.network())));
    }

    /** This one, then another. */
    default Change then(Change next) {
        return inputs -> next.apply(apply(inputs));
    }
}
