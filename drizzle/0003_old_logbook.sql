INSERT INTO `records` (`id`, `box_id`, `kind`, `at_h`, `words`, `document`, `created_ms`)
SELECT `id`, `box_id`, `kind`, (julianday(`day`) - 2440587.5) * 24 + 12, lower(`notes`),
  CASE `kind`
    WHEN 'outing' THEN json_object(
      'kind', 'outing', 'day', `day`, 'time', NULL, 'batteryIds', json('[]'), 'notes', `notes`,
      'durationH', `duration_h`, 'chargeAh', `charge_ah`, 'startPercent', NULL, 'endPercent', NULL,
      'startV', NULL, 'endV', `end_v`, 'endState', NULL, 'airC', `air_c`, 'ran', json('[]'), 'ended', NULL,
      'place', '', 'purpose', '',
      'planned', json_set(`planned`, '$.devices', json('[]'), '$.boxA', 0, '$.sunAh', 0,
        '$.unshadedFraction', NULL, '$.startFraction', NULL))
    WHEN 'charge' THEN json_object(
      'kind', 'charge', 'day', `day`, 'time', NULL, 'batteryIds', json('[]'), 'notes', `notes`,
      'way', '', 'currentA', NULL, 'durationH', `duration_h`, 'chargeAh', `charge_ah`, 'endV', `end_v`,
      'airC', `air_c`, 'full', NULL)
    ELSE json_object(
      'kind', 'fault', 'day', `day`, 'time', NULL, 'batteryIds', json('[]'),
      'notes', `notes` || CASE WHEN `end_v` IS NULL THEN '' ELSE char(10) || `end_v` || ' V' END
        || CASE WHEN `duration_h` IS NULL THEN '' ELSE char(10) || 'after ' || `duration_h` || ' h' END
        || CASE WHEN `charge_ah` IS NULL THEN '' ELSE char(10) || `charge_ah` || ' Ah' END
        || CASE WHEN `air_c` IS NULL THEN '' ELSE char(10) || `air_c` || ' °C' END,
      'what', '', 'cause', '', 'cure', '', 'partId', NULL, 'partName', '')
  END,
  `created_ms`
FROM `logbook`;
--> statement-breakpoint
DROP TABLE `logbook`;