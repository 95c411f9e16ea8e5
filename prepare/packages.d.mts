export declare function needPostgres(): string;
