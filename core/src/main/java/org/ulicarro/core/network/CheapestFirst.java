package org.ulicarro.core.network;

import java.util.Arrays;

/**
 * Numbers with costs, the cheapest first, of equal costs the lower number: a binary heap on plain arrays, since a search over a town puts
 * thousands of links into it and takes them out again.
 */
final class CheapestFirst {

    private double[] costs = new double[256];
    private int[] numbers = new int[256];
    private int size;

    boolean isEmpty() {
        return size == 0;
    }

    /** Cost of the first one. */
    double cost() {
        return costs[0];
    }

    void add(int number, double cost) {
        if (size == costs.length) {
            costs = Arrays.copyOf(costs, 2 * size);
            numbers = Arrays.copyOf(numbers, 2 * size);
        }
        int at = size++;
        while (at > 0) {
            int above = (at - 1) / 2;
            if (!isBefore(cost, number, above)) {
                break;
            }
            costs[at] = costs[above];
            numbers[at] = numbers[above];
            at = above;
        }
        costs[at] = cost;
        numbers[at] = number;
    }

    private boolean isBefore(double cost, int number, int other) {
        return cost < costs[other] || cost == costs[other] && number < numbers[other];
    }

    /** Takes the first one out. */
    int poll() {
        int first = numbers[0];
        double cost = costs[--size];
        int number = numbers[size];
        int at = 0;
        for (int below = 1; below < size; below = 2 * at + 1) {
            if (below + 1 < size && isBefore(costs[below + 1], numbers[below + 1], below)) {
                below++;
            }
            if (isBefore(cost, number, below)) {
                break;
            }
            costs[at] = costs[below];
            numbers[at] = numbers[below];
            at = below;
        }
        costs[at] = cost;
        numbers[at] = number;
        return first;
    }
}
