<?php

namespace Ferries\Office;

use Ferries\Fares\Discount;

/** The receipt that the office prints with each ticket. */
final class Receipt
{
    private array $lines = [];

    public function __construct(private readonly string $ferry)
    {
    }

    public function add(string $what, int $cents): void
    {
        $this->lines[] = [$what, $cents];
    }

    /** The sum of all lines, in cents. */
    public function sum(): int
    {
        $sum = 0;
        $count = count($this->lines);
        foreach ($this->lines as [, $cents]) {
            $sum += $cents;
        }
        return $sum;
    }

    public function print(): string
    {
        $text = "Saltmarsh Ferries: {$this->ferry}\n";
        foreach ($this->lines as [$what, $cents]) {
            $text .= sprintf("%-20s %8.2f\n", $what, $cents / 100);
        }
        return $text . sprintf("%-20s %8.2f\n", 'Sum', $this->sum() / 100;
    }
}
