package org.ulicarro.core.signal.compile;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.SignalDraft;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.signal.external.ExternalCompiler;
import org.ulicarro.core.signal.fixed.FixedCompiler;
import org.ulicarro.core.signal.meter.MeterCompiler;
import org.ulicarro.core.signal.ring.RingCompiler;
import org.ulicarro.core.signal.stage.StageCompiler;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.DesignInput;
import org.ulicarro.core.study.ExternalControl;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.MeterControl;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.StageControl;

/** Turns the signal part of a study into controllers, and finds everything that keeps it from being safe or complete. */
public final class SignalCompiler {

    private SignalCompiler() {}

    /**
     * Compiles the control of all places.
     *
     * @param when the period that is run
     * @param faults receives what is wrong
     */
    public static SignalSystem compile(
            Network network, Map<String, SignalController> signals, SignalDraft.When when, List<Fault> faults) {
        return compile(network, signals, DesignInput.USUAL, when, faults);
    }

    /** The same, by the design values of a study. */
    public static SignalSystem compile(
            Network network,
            Map<String, SignalController> signals,
            DesignInput design,
            SignalDraft.When when,
            List<Fault> faults) {
        SignalDraft draft = new SignalDraft(network, when, faults);
        signals.forEach((place, control) -> {
            Junction junction = network.junctions().get(place);
            if (junction != null && junction.signalised()) { // else said by the study's rules
                add(draft, junction, control, Fault.child("/signals", place));
            }
        });
        SignalSystem system = draft.finished();
        TimingRules rules = new TimingRules(network, system, design, faults);
        boolean sound = rules.areSound();
        signals.forEach((place, control) -> {
            Junction junction = network.junctions().get(place);
            if (sound && junction != null && junction.signalised()) {
                rules.check(junction, control, Fault.child("/signals", place));
            }
        });
        return system;
    }

    /** The one place where kinds of control are told apart; the compiler counts them. */
    private static void add(SignalDraft draft, Junction junction, SignalController control, String pointer) {
        KindCompiler compiler = switch (control.kind()) {
            case FIXED -> p -> new FixedCompiler(draft).add(junction, (FixedControl) control, p);
            case ACTUATED -> p -> new RingCompiler(draft).add(junction, (ActuatedControl) control, p);
            case STAGES -> p -> new StageCompiler(draft).add(junction, (StageControl) control, p);
            case METER -> p -> new MeterCompiler(draft).add(junction, (MeterControl) control, p);
            case EXTERNAL -> p -> new ExternalCompiler(draft).add(junction, (ExternalControl) control, p);
        };
        compiler.add(pointer);
        if (control.flash() != null) {
            FlashCompiler.add(draft, junction, control.flash(), pointer + "/flash");
        }
    }

    private interface KindCompiler {
        void add(String pointer);
    }
}
