package org.ulicarro.files.timing;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.SignalInput;

/** Rows of the standard's detector table: the channel of an input; those without one fill the rows that are free, in their order. */
final class DetectorNumbers {

    private DetectorNumbers() {}

    /** The row of each input, in the order of the study. */
    static int[] of(ActuatedControl controller) {
        List<SignalInput> inputs = List.copyOf(controller.inputs().values());
        Set<Integer> taken = new HashSet<>();
        inputs.stream().filter(i -> i.channel() != null).forEach(i -> taken.add(i.channel()));
        int[] numbers = new int[inputs.size()];
        int next = 1;
        for (int i = 0; i < numbers.length; i++) {
            while (inputs.get(i).channel() == null && !taken.add(next)) {
                next++;
            }
            numbers[i] = inputs.get(i).channel() == null ? next : inputs.get(i).channel();
        }
        return numbers;
    }
}
